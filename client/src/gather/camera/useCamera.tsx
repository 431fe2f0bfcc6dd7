import { transfer } from 'comlink';
import { useCallback, useEffect, useRef, useState } from 'react';
import { openAimDoor, type AimDoor } from './aimDoor';
import type { Seen } from './aim.worker';
import { photoName, type CameraTrouble, type Source } from './source';
import { useRate } from './useRate';

/** The best that a phone's back camera has to give; a lesser one gives what it can. */
const WANTED: MediaTrackConstraints = {
  facingMode: { ideal: 'environment' },
  width: { ideal: 3840 },
  height: { ideal: 2160 },
};
const PHOTO_QUALITY = 0.93;

/** True where a browser lets a page look through the camera at all. */
export function canUseCamera(): boolean {
  return typeof navigator !== 'undefined' && Boolean(navigator.mediaDevices?.getUserMedia);
}

/** The device's camera: its moving picture, what is seen in it, and photos of it. */
export function useCamera(): Source {
  const [state, setState] = useState<Source['state']>(canUseCamera() ? 'starting' : 'insecure');
  const [seen, setSeen] = useState<Seen | null>(null);
  const [aspect, setAspect] = useState<number | null>(null);
  const [attempt, setAttempt] = useState(0);
  const [torchOn, setTorchOn] = useState<boolean | null>(null);
  const [canFocus, setCanFocus] = useState(false);
  const [rate, tick] = useRate();
  const video = useRef<HTMLVideoElement>(null);
  const track = useRef<MediaStreamTrack | null>(null);
  const door = useRef<AimDoor | null>(null);

  useEffect(() => {
    if (!canUseCamera()) return undefined;
    let isOver = false;
    let stream: MediaStream | null = null;
    const aim = openAimDoor();
    door.current = aim;

    const stop = () => {
      stream?.getTracks().forEach((one) => one.stop());
      stream = null;
      track.current = null;
    };
    const open = async () => {
      try {
        const opened = await navigator.mediaDevices.getUserMedia({ video: WANTED, audio: false });
        if (isOver) {
          opened.getTracks().forEach((one) => one.stop());
          return;
        }
        stream = opened;
        [track.current] = opened.getVideoTracks();
        track.current.onended = () => {
          stop();
          setState('stopped');
        };
        setTorchOn(hasTorch(track.current) ? false : null);
        setCanFocus(hasSpotFocus(track.current));
        const element = video.current;
        if (!element) return;
        element.srcObject = opened;
        await element.play();
        setAspect(element.videoWidth / element.videoHeight);
        setState('live');
        void watch(element);
      } catch (reason) {
        stop();
        if (!isOver) setState(troubleOf(reason));
      }
    };
    /** Looks at one frame after the other, each as soon as the last is done with. */
    const watch = async (element: HTMLVideoElement) => {
      const mine = stream;
      while (!isOver && stream === mine) {
        await nextFrame(element);
        if (isOver || stream !== mine || element.readyState < 2) continue;
        const { videoWidth, videoHeight } = element;
        setAspect(videoWidth / videoHeight);
        const frame = await createImageBitmap(element);
        const what = await aim.tools.look(transfer(frame, [frame]), performance.now(), 1);
        if (isOver || stream !== mine) return;
        setSeen(what);
        tick();
      }
    };
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

  const take = useCallback(async (): Promise<File | null> => {
    const element = video.current;
    if (!element || !track.current) return null;
    void door.current?.tools.shot();
    const blob = (await stillPhoto(track.current)) ?? (await fullFrame(element));
    return blob && new File([blob], photoName(new Date()), { type: 'image/jpeg' });
  }, []);

  const toggle = useCallback(() => {
    const next = !torchOn;
    void track.current
      ?.applyConstraints({ advanced: [{ torch: next } as MediaTrackConstraintSet] })
      .then(() => setTorchOn(next));
  }, [torchOn]);

  const focusAt = useCallback((x: number, y: number) => {
    const spot = { pointsOfInterest: [{ x, y }], focusMode: 'single-shot' };
    void track.current
      ?.applyConstraints({ advanced: [spot as MediaTrackConstraintSet] })
      // A camera that will not be told goes on focusing by itself.
      .catch(() => undefined);
  }, []);

  return {
    state,
    aspect,
    seen: state === 'live' ? seen : null,
    rate,
    torch: torchOn === null || state !== 'live' ? null : { isOn: torchOn, toggle },
    focusAt: canFocus && state === 'live' ? focusAt : null,
    picture: <video ref={video} muted playsInline aria-label="What the camera sees" style={FILL} />,
    take,
    again: useCallback(() => {
      setState('starting');
      setAttempt((count) => count + 1);
    }, []),
  };
}

const FILL = { position: 'absolute', width: '100%', height: '100%', objectFit: 'cover' } as const;

function nextFrame(element: HTMLVideoElement): Promise<unknown> {
  return 'requestVideoFrameCallback' in element
    ? new Promise((resolve) => element.requestVideoFrameCallback(resolve))
    : new Promise((resolve) => requestAnimationFrame(resolve));
}

function hasTorch(track: MediaStreamTrack): boolean {
  return 'torch' in (track.getCapabilities?.() ?? {});
}

/** Whether the camera can be told where to focus, and to stay there. */
function hasSpotFocus(track: MediaStreamTrack): boolean {
  const can = (track.getCapabilities?.() ?? {}) as { focusMode?: string[]; pointsOfInterest?: unknown };
  return Boolean(can.focusMode?.includes('single-shot') && 'pointsOfInterest' in can);
}

/** A photo in the camera's own full resolution, where the browser can ask for one. */
async function stillPhoto(track: MediaStreamTrack): Promise<Blob | null> {
  if (!('ImageCapture' in globalThis)) return null;
  try {
    const capture = new (globalThis as unknown as { ImageCapture: ImageCaptureConstructor }).ImageCapture(
      track,
    );
    const photo = await capture.takePhoto();
    return photo.type === 'image/jpeg' || photo.type === 'image/png' ? photo : null;
  } catch {
    // Some cameras promise it and cannot: the moving picture's frame does.
    return null;
  }
}

type ImageCaptureConstructor = new (track: MediaStreamTrack) => { takePhoto(): Promise<Blob> };

function fullFrame(element: HTMLVideoElement): Promise<Blob | null> {
  const canvas = document.createElement('canvas');
  canvas.width = element.videoWidth;
  canvas.height = element.videoHeight;
  canvas.getContext('2d')?.drawImage(element, 0, 0);
  return new Promise((resolve) => canvas.toBlob(resolve, 'image/jpeg', PHOTO_QUALITY));
}

function troubleOf(reason: unknown): CameraTrouble {
  switch (reason instanceof Error ? reason.name : '') {
    case 'NotAllowedError':
    case 'SecurityError':
      return 'refused';
    case 'NotFoundError':
    case 'OverconstrainedError':
      return 'none';
    default:
      return 'busy';
  }
}
