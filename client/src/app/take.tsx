import { ComingInScreen } from '@/gather/ComingInScreen';

/** Where the shortcut on the home screen leads. */
export default function TakeRoute() {
  return <ComingInScreen from="camera" />;
}
