import { useRef } from 'react';
import { WordButton } from '@/ui/WordButton';

/** Chooses a Ravlo archive from the device. */
export function ArchiveInput({
  isBusy,
  onFile,
}: {
  readonly isBusy: boolean;
  readonly onFile: (file: File) => void;
}) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <WordButton
        label={isBusy ? 'Bringing the archive in…' : 'Bring in an archive'}
        onPress={() => {
          if (!isBusy) input.current?.click();
        }}
      />
      <input
        ref={input}
        type="file"
        accept=".zip,application/zip"
        data-testid="archive-input"
        aria-hidden
        tabIndex={-1}
        style={{ display: 'none' }}
        onChange={(event) => {
          const [file] = event.target.files ?? [];
          // The same file again must count as a new choice.
          event.target.value = '';
          if (file) onFile(file);
        }}
      />
    </>
  );
}
