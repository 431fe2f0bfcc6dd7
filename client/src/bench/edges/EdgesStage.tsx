import type { CSSProperties } from 'react';
import type { Page } from '@ravlo/contract';
import { usePhotoUri } from '@/page/usePhotoUri';
import type { View } from '../zoom/zoom';
import { ZoomStage } from '../zoom/ZoomStage';
import { Handle } from './Handle';
import { Loupe } from './Loupe';
import { OutlineLayer } from './OutlineLayer';
import { outlinePlaces, placeOf } from './outlinePlaces';
import { useEdges } from './useEdges';
import { CORNER_NAMES, SIDE_NAMES, useOutlineDrag, type OutlineDrag } from './useOutlineDrag';

/** Room for handles round the photo, px. */
const MARGIN = 26;
const BENDS = [
  { name: 'Bend of the top side', side: 0 },
  { name: 'Bend of the bottom side', side: 2 },
] as const;

export interface EdgesStageProps {
  readonly page: Page;
  /** shows the handles that bend the top and the bottom side */
  readonly isBent: boolean;
  /** told of the corner that was taken hold of last */
  readonly onCorner: (index: number) => void;
  readonly onSwipe: (by: -1 | 1) => void;
}

/** The photo with its outline on it, to be dragged exactly onto the sheet. */
export function EdgesStage({ page, isBent, onCorner, onSwipe }: EdgesStageProps) {
  const edges = useEdges(page.photo);
  const drag = useOutlineDrag(page, { edges, onCorner });
  return (
    <ZoomStage content={page.photo} margin={MARGIN} onSwipe={onSwipe}>
      {(view, stage) => <EdgesView page={page} isBent={isBent} drag={drag} view={view} stage={stage} />}
    </ZoomStage>
  );
}

interface EdgesViewProps {
  readonly page: Page;
  readonly isBent: boolean;
  readonly drag: OutlineDrag;
  readonly view: View;
  readonly stage: { readonly width: number; readonly height: number };
}

function EdgesView({ page, isBent, drag, view, stage }: EdgesViewProps) {
  const { photo, photoName } = page;
  const { left, top, scale } = view;
  const uri = usePhotoUri(photo);
  const places = outlinePlaces(drag.corners, drag.bows, view);
  const lookedAt = drag.held && placeOf(places, drag.held.shape, drag.held.index);
  const shown = { left, top, width: photo.width * scale, height: photo.height * scale };
  return (
    <>
      <img src={uri} alt={`Photo of page, ${photoName}`} draggable={false} style={{ ...picture, ...shown }} />
      <OutlineLayer stage={stage} photo={shown} path={places.path} />
      {SIDE_NAMES.map((name, i) => {
        const { at, direction } = places.sides[i];
        return (
          <Handle
            key={name}
            label={name}
            x={at[0]}
            y={at[1]}
            angle={direction}
            {...drag.handle('side', i, scale)}
          />
        );
      })}
      {isBent
        ? BENDS.map(({ name, side }) => {
            const [x, y] = places.bends[side];
            return <Handle key={name} label={name} x={x} y={y} {...drag.handle('bend', side, scale)} />;
          })
        : null}
      {CORNER_NAMES.map((name, i) => {
        const [x, y] = places.corners[i];
        return <Handle key={name} label={name} x={x} y={y} {...drag.handle('corner', i, scale)} />;
      })}
      <div role="status" className="only-heard">
        {drag.told}
      </div>
      {lookedAt ? (
        <Loupe
          uri={uri}
          photo={photo}
          corners={drag.corners}
          at={[(lookedAt[0] - left) / scale, (lookedAt[1] - top) / scale]}
          zoom={Math.max(0.5, scale * 3)}
          side={lookedAt[0] < stage.width / 2 ? 'right' : 'left'}
        />
      ) : null}
    </>
  );
}

const picture: CSSProperties = { position: 'absolute', maxWidth: 'none' };
