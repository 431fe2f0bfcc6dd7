import { forwardRef, useImperativeHandle, useRef } from 'react';

export interface PhotoInputHandle {
  open(): void;
}

export interface PhotoInputProps {
  /** straight to the camera instead of the library; one photo at a time */
  readonly camera?: boolean;
  readonly testId: string;
  readonly onFiles: (files: File[]) => void;
}

/** What the pickers offer; what really comes is told by its bytes. */
const ACCEPT = [
  ...['jpeg', 'png', 'webp', 'heic', 'heif', 'tiff'].map((kind) => `image/${kind}`),
  ...['application/pdf', '.heic', '.heif', '.tif', '.tiff', '.pdf'],
].join();

/** The browser's own file input, out of sight: a button of ours opens it. */
export const PhotoInput = forwardRef<PhotoInputHandle, PhotoInputProps>(function PhotoInput(
  { camera = false, testId, onFiles },
  ref,
) {
  const input = useRef<HTMLInputElement>(null);
  useImperativeHandle(ref, () => ({ open: () => input.current?.click() }), []);
  return (
    <input
      ref={input}
      type="file"
      accept={camera ? 'image/*' : ACCEPT}
      capture={camera ? 'environment' : undefined}
      multiple={!camera}
      data-testid={testId}
      aria-hidden
      tabIndex={-1}
      style={{ display: 'none' }}
      onChange={(event) => {
        const files = [...(event.target.files ?? [])];
        // The same file again must count as a new choice.
        event.target.value = '';
        if (files.length > 0) onFiles(files);
      }}
    />
  );
});
