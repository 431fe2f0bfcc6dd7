import { useCallback, useEffect, useRef, useState } from 'react';
import { openAimDoor, type AimDoor } from './aimDoor';
import type { Seen } from './aim.worker';
import { photoName, type Source } from './source';
import { useRate } from './useRate';

const SHEETS = ['sheet-1.jpg', 'sheet-2.jpg', 'sheet-3.jpg', 'sheet-4.jpg'] as const;
const SIZE = { width: 480, height: 640 };

/** A made-up desk on which sheets come and go, drawn live: to see and to try everything without a camera. */
export function usePracticeDesk(): Source {
  const [state, setState] = useState<Source['state']>('starting');
  const [seen, setSeen] = useState<Seen | null>(null);
  const [rate, tick] = useRate();
  const canvas = useRef<HTMLCanvasElement>(null);
  const door = useRef<AimDoor | null>(null);
  const began = useRef(0);
  const shown = useRef(0);

  useEffect(() => {
    let isOver = false;
    const aim = openAimDoor();
    door.current = aim;
    const run = async () => {
      await aim.tools.layOut(await Promise.all(SHEETS.map(fetchSheet)));
      began.current = performance.now();
      while (!isOver) {
        await new Promise((resolve) => requestAnimationFrame(resolve));
        const time = performance.now() - began.current;
        const frame = await aim.tools.practise(time);
        if (isOver || !frame) return;
        canvas.current?.getContext('2d')?.drawImage(frame.picture, 0, 0);
        frame.picture.close();
        shown.current = time;
        setSeen(frame.seen);
        setState('live');
        tick();
      }
    };
    run().catch(() => setState('stopped'));
    return () => {
      isOver = true;
      aim.close();
      door.current = null;
    };
  }, [tick]);

  const take = useCallback(async (): Promise<File | null> => {
    const tools = door.current?.tools;
    if (!tools) return null;
    void tools.shot();
    const blob = await tools.practicePhoto(shown.current);
    return blob && new File([blob], photoName(new Date()), { type: 'image/jpeg' });
  }, []);

  return {
    state,
    aspect: SIZE.width / SIZE.height,
    seen,
    rate,
    rests: false,
    torch: null,
    focusAt: null,
    zoom: null,
    lenses: null,
    picture: <canvas ref={canvas} {...SIZE} role="img" aria-label="The practice desk" style={FILL} />,
    take,
    again: useCallback(() => undefined, []),
  };
}

const FILL = { position: 'absolute', width: '100%', height: '100%' } as const;

async function fetchSheet(name: string): Promise<Blob> {
  const response = await fetch(`/practice/${name}`);
  if (!response.ok) throw new Error(`The practice sheet could not be fetched (${response.status})`);
  return response.blob();
}
