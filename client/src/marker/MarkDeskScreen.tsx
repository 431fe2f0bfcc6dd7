import { useRouter } from 'expo-router';
import { useMarkerDeskQuery } from '@/packet/markerApi';
import { toTrouble } from '@/packet/trouble';
import { Notice } from '@/ui/Notice';
import { ScreenFrame } from '@/ui/ScreenFrame';
import { ScreenHead } from '@/ui/ScreenHead';
import { colours } from '@/ui/tokens';
import { useWide } from '@/ui/useWide';
import { Words } from '@/ui/Words';
import { MarkerClasses } from './MarkerSide';

/** A marker's classes and briefs: on a phone the whole screen, wide they stand at its side. */
export function MarkDeskScreen() {
  const router = useRouter();
  const isWide = useWide();
  const { data: desk, error } = useMarkerDeskQuery();
  return (
    <ScreenFrame
      column
      header={
        <ScreenHead
          title="To mark"
          back="To the shelf"
          onBack={isWide ? undefined : () => router.replace('/')}
        />
      }
    >
      {error ? <Notice tone="attention" title={toTrouble(error).detail} /> : null}
      {desk && desk.classes.length === 0 ? (
        <Words>You mark in no class yet. Make one, or join one by the code that its markers have.</Words>
      ) : null}
      {isWide ? (
        <Words colour={colours.quiet}>
          {desk && desk.classes.length > 0 ? 'Choose a brief at the left to see what has come for it.' : ''}
        </Words>
      ) : (
        <MarkerClasses />
      )}
    </ScreenFrame>
  );
}
