import X from 'lucide-react-native/icons/x';
import { useRef } from 'react';
import { StyleSheet, View } from 'react-native';
import { MOST_FILES, sayBytes } from '@ravlo/contract';
import { IconButton } from '@/ui/IconButton';
import { space } from '@/ui/tokens';
import { WordButton } from '@/ui/WordButton';
import { Words } from '@/ui/Words';

export interface FurtherFilesProps {
  readonly files: readonly File[];
  readonly onChange: (files: readonly File[]) => void;
}

const ACCEPT = 'application/pdf,image/jpeg,image/png,image/webp,.pdf';

/** What goes with the file: other PDFs, pictures. */
export function FurtherFiles({ files, onChange }: FurtherFilesProps) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <View>
      <input
        ref={input}
        type="file"
        accept={ACCEPT}
        multiple
        data-testid="further-files"
        aria-hidden
        tabIndex={-1}
        style={{ display: 'none' }}
        onChange={(event) => {
          const chosen = [...(event.target.files ?? [])];
          // The same file again must count as a new choice.
          event.target.value = '';
          const isKnown = (file: File) =>
            files.some(
              ({ name, size, lastModified }) =>
                name === file.name && size === file.size && lastModified === file.lastModified,
            );
          onChange([...files, ...chosen.filter((file) => !isKnown(file))].slice(0, MOST_FILES));
        }}
      />
      {files.length > 0 ? (
        <View role="list" aria-label="Further files">
          {files.map((file, i) => (
            <View key={`${file.name} ${i}`} role="listitem" style={styles.row}>
              <View style={styles.words}>
                <Words numberOfLines={2}>{`${file.name}, ${sayBytes(file.size)}`}</Words>
              </View>
              <IconButton
                icon={X}
                label={`Leave out ${file.name}`}
                onPress={() => onChange(files.filter((other) => other !== file))}
              />
            </View>
          ))}
        </View>
      ) : null}
      {files.length < MOST_FILES ? (
        <WordButton
          label={files.length === 0 ? 'Add another file' : 'Add one more'}
          onPress={() => input.current?.click()}
        />
      ) : null}
    </View>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', alignItems: 'center', gap: space.one },
  words: { flex: 1, minWidth: 0 },
});
