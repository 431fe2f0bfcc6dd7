import type { BrowserContext } from '@playwright/test';

/** What a phone's camera was told, as the page's script has heard it. */
export interface HeardByCamera {
  /** the constraints with which cameras were opened */
  readonly opened: { facingMode?: unknown; deviceId?: { exact: string }; width?: { ideal: number } }[];
  /** every set of wishes */
  readonly asked: Record<string, unknown>[];
  readonly vibrated: number;
  readonly locks: number;
  readonly stopped: number;
}

/** Long side of the photos that it takes, px; its moving picture is smaller. */
export const STILL = { width: 1800, height: 2400 } as const;

/**
 * Puts a phone's camera in the place of the browser's: a moving picture of a sheet on a desk from a canvas, with a lamp, zoom, spot
 * focus, exposure, two lenses on the back and one in front, stills larger than the picture, vibration and a wake lock. There is no
 * such camera on a computer that runs tests. `window.moveSheet()` moves the sheet, `window.hideThePage(true)` hides the page.
 */
export async function withPhoneCamera(context: BrowserContext): Promise<void> {
  await context.addInitScript((still) => {
    const heard = { opened: [], asked: [], vibrated: 0, locks: 0, stopped: 0 } as unknown as {
      -readonly [K in keyof HeardByCamera]: HeardByCamera[K];
    };
    let place = 0;
    let sheet: ImageBitmap | null = null;
    const canvas = Object.assign(document.createElement('canvas'), { width: 480, height: 640 });
    const draw = ({ width, height }: HTMLCanvasElement, context: CanvasRenderingContext2D) => {
      context.fillStyle = '#46352a';
      context.fillRect(0, 0, width, height);
      // Dim: the exposure has something to do.
      context.filter = 'brightness(0.62)';
      if (sheet) context.drawImage(sheet, width * (0.14 + place), height * 0.1, width * 0.7, height * 0.78);
      context.filter = 'none';
    };
    void fetch('/practice/sheet-1.jpg')
      .then((response) => response.blob())
      .then(createImageBitmap)
      .then((picture) => (sheet = picture));
    setInterval(() => draw(canvas, canvas.getContext('2d')!), 50);

    const devices = [
      { deviceId: 'wide', label: 'Back Ultra Wide Camera' },
      { deviceId: 'main', label: 'Back Camera' },
      { deviceId: 'front', label: 'Front Camera' },
    ].map((one) => ({ ...one, kind: 'videoinput', groupId: 'g', toJSON: () => one }));
    navigator.mediaDevices.enumerateDevices = async () => devices as unknown as MediaDeviceInfo[];
    navigator.mediaDevices.getUserMedia = async (constraints) => {
      const video = constraints?.video as MediaTrackConstraints;
      heard.opened.push(video as HeardByCamera['opened'][number]);
      const stream = canvas.captureStream(20);
      const [track] = stream.getVideoTracks();
      const stop = track.stop.bind(track);
      Object.assign(track, {
        getCapabilities: () => ({
          torch: true,
          zoom: { min: 1, max: 8, step: 0.1 },
          focusMode: ['single-shot', 'continuous'],
          exposureMode: ['continuous'],
          exposureCompensation: { min: -2, max: 2, step: 0.25 },
          pointsOfInterest: [],
        }),
        getSettings: () => ({
          deviceId: (video.deviceId as { exact?: string } | undefined)?.exact ?? 'wide',
        }),
        applyConstraints: async ({ advanced }: MediaTrackConstraints) => {
          heard.asked.push(JSON.parse(JSON.stringify(advanced?.[0])) as Record<string, unknown>);
        },
        stop: () => {
          heard.stopped++;
          stop();
        },
      });
      return stream;
    };
    Object.assign(globalThis, {
      heardByCamera: heard,
      moveSheet: () => (place = place ? 0 : 0.08),
      hideThePage: (hides: boolean) => {
        Object.defineProperty(document, 'hidden', { configurable: true, get: () => hides });
        Object.defineProperty(document, 'visibilityState', {
          configurable: true,
          get: () => (hides ? 'hidden' : 'visible'),
        });
        document.dispatchEvent(new Event('visibilitychange'));
      },
      ImageCapture: class {
        getPhotoCapabilities = async () => ({
          imageWidth: { min: 100, max: still.width, step: 1 },
          imageHeight: { min: 100, max: still.height, step: 1 },
        });
        takePhoto = ({ imageWidth, imageHeight }: { imageWidth: number; imageHeight: number }) => {
          const photo = Object.assign(document.createElement('canvas'), {
            width: imageWidth,
            height: imageHeight,
          });
          draw(photo, photo.getContext('2d')!);
          return new Promise((resolve) => photo.toBlob(resolve, 'image/jpeg', 0.9));
        };
      },
    });
    navigator.vibrate = () => {
      heard.vibrated++;
      return true;
    };
    Object.defineProperty(navigator, 'wakeLock', {
      value: {
        request: async () => {
          heard.locks++;
          const lock = { released: false, release: async () => void 0 };
          lock.release = async () => {
            if (!lock.released) heard.locks--;
            lock.released = true;
          };
          return lock;
        },
      },
    });
  }, STILL);
}
