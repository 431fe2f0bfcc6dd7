import { Link } from 'expo-router';
import { ScreenFrame } from '@/ui/ScreenFrame';
import { Brand } from '@/ui/Brand';
import { Notice } from '@/ui/Notice';
import { Words } from '@/ui/Words';

export default function NotFound() {
  return (
    <ScreenFrame column header={<Brand />}>
      <Notice
        title="There is nothing at this address."
        detail="Your packets and photos are safe on the shelf."
      />
      <Link href="/">
        <Words bold>To the shelf</Words>
      </Link>
    </ScreenFrame>
  );
}
