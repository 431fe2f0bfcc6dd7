import { transfer } from 'comlink';
import { useCallback, useEffect, useRef, useState } from 'react';
import { openAimDoor, type AimDoor } from './aimDoor';
import type { Seen } from './aim.worker';
import { rememberLens, type Lens } from './device/lenses';
import { canUseCamera, close, enlarge, openCamera, troubleOf } from './device/openCamera';
import { stillPhotosOf, type StillPhotos } from './device/stillPhotos';
import { useExposure } from './device/useExposure';
import { useTold } from './device/useTold';
import { useWakeLock } from './device/useWakeLock';
import { watchVideo } from './device/watchVideo';
import { photoName, type Source } from './source';
import { useRate } from './useRate';

const PHOTO_QUALITY = 0.93;
/** A phone that has been laid down may go dark, ms. */
const LAID_DOWN = 60_000;

/** The device's camera: its moving picture, what is seen in it, and photos of it. */
export function useCamera(): Source {
  const [state, setState] = useState<Source['state']>(canUseCamera() ? 'starting' : 'insecure');
  const [seen, setSeen] = useState<Seen | null>(null);
  const [aspect, setAspect] = useState<number | null>(null);
  const [attempt, setAttempt] = useState(0);
  const [track, setTrack] = useState<MediaStreamTrack | null>(null);
  const [lenses, setLenses] = useState<readonly Lens[]>([]);
  const [rests, setRests] = useState(false);
  const [rate, tick] = useRate();
  const video = useRef<HTMLVideoElement>(null);
  const door = useRef<AimDoor | null>(null);
  const stills = useRef<StillPhotos | null>(null);
  /** a still did not come: from then on photos are frames, and frames are large */
  const stillsFail = useRef(false);

  useEffect(() => {
    if (!canUseCamera()) return undefined;
    let isOver = false;
    let stream: MediaStream | null = null;
    const aim = openAimDoor();
    door.current = aim;

    const stop = () => {
      if (stream) close(stream);
      stream = null;
      stills.current = null;
      setTrack(null);
      setRests(false);
    };
    const open = async () => {
      try {
        const opened = await openCamera(stillsFail.current);
        // Hidden and shown again while it was being opened: one is enough.
        if (isOver || document.hidden || stream) {
          close(opened.stream);
          return;
        }
        stream = opened.stream;
        opened.track.onended = () => {
          stop();
          setState('stopped');
        };
        stills.current = stillsFail.current ? null : stillPhotosOf(opened.track);
        setTrack(opened.track);
        setLenses(opened.lenses);
        const element = video.current;
        if (!element) return;
        element.srcObject = stream;
        await element.play();
        setAspect(element.videoWidth / element.videoHeight);
        setState('live');
        void watch(element, stream, (await stills.current?.longSide) ?? null);
      } catch (reason) {
        stop();
        if (!isOver) setState(troubleOf(reason));
      }
    };
    const watch = (element: HTMLVideoElement, mine: MediaStream, stillSide: number | null) =>
      watchVideo(element, {
        isOver: () => isOver || stream !== mine,
        onRest: setRests,
        look: async (frame) => {
          const { videoWidth, videoHeight } = element;
          setAspect(videoWidth / videoHeight);
          const photoScale = Math.max(1, (stillSide ?? 0) / Math.max(videoWidth, videoHeight));
          const what = await aim.tools.look(transfer(frame, [frame]), performance.now(), photoScale);
          if (isOver || stream !== mine) return;
          setSeen(what);
          tick();
        },
      });
    // A page that is hidden gives the camera back: other programs may want it, and it costs battery.
    const hidden = () => {
      if (document.hidden) {
        stop();
        setSeen(null);
      } else if (!stream) {
        setState('starting');
        void open();
      }
    };
    document.addEventListener('visibilitychange', hidden);
    void open();
    return () => {
      isOver = true;
      document.removeEventListener('visibilitychange', hidden);
      stop();
      aim.close();
      door.current = null;
    };
  }, [attempt, tick]);

  const isLive = state === 'live';
  const again = useCallback(() => {
    setState('starting');
    setSeen(null);
    setAttempt((count) => count + 1);
  }, []);

  const take = useCallback(async (): Promise<File | null> => {
    const element = video.current;
    if (!element?.srcObject) return null;
    void door.current?.tools.shot();
    const frameSide = Math.max(element.videoWidth, element.videoHeight);
    const still = await stills.current?.take(frameSide);
    if (stills.current && !still) {
      stillsFail.current = true;
      stills.current = null;
      await enlarge(element);
    }
    const blob = still ?? (await fullFrame(element));
    return blob && new File([blob], photoName(new Date()), { type: 'image/jpeg' });
  }, []);

  const choose = useCallback(
    (deviceId: string) => {
      rememberLens(deviceId);
      again();
    },
    [again],
  );

  const { ask, abilities, torch, zoom, focusAt } = useTold(track);
  useExposure(ask, abilities, isLive ? seen : null);
  const isLaidDown = useLong(rests, LAID_DOWN);
  useWakeLock(isLive && !isLaidDown);

  return {
    state,
    aspect,
    seen: isLive ? seen : null,
    rate,
    rests,
    torch: isLive ? torch : null,
    focusAt: isLive ? focusAt : null,
    zoom: isLive ? zoom : null,
    lenses: lenses.length > 1 ? { all: lenses, chosen: track?.getSettings?.().deviceId ?? '', choose } : null,
    picture: <video ref={video} muted playsInline aria-label="What the camera sees" style={FILL} />,
    take,
    again,
  };
}

const FILL = { position: 'absolute', width: '100%', height: '100%', objectFit: 'cover' } as const;

/** True once something has been so for long enough. */
function useLong(isSo: boolean, ms: number): boolean {
  const [isLong, setLong] = useState(false);
  useEffect(() => {
    if (!isSo) return undefined;
    const timer = setTimeout(() => setLong(true), ms);
    return () => {
      clearTimeout(timer);
      setLong(false);
    };
  }, [isSo, ms]);
  return isLong;
}

function fullFrame(element: HTMLVideoElement): Promise<Blob | null> {
  const canvas = document.createElement('canvas');
  canvas.width = element.videoWidth;
  canvas.height = element.videoHeight;
  canvas.getContext('2d')?.drawImage(element, 0, 0);
  return new Promise((resolve) => canvas.toBlob(resolve, 'image/jpeg', PHOTO_QUALITY));
}
