import { ComingInScreen } from '@/gather/ComingInScreen';

/** Where photos come in that another app of the device has shared. */
export default function SharedRoute() {
  return <ComingInScreen from="shared" />;
}
