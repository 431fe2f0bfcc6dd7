import { useRef, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { sayBytes } from '@ravlo/contract';
import { Button } from '@/ui/Button';
import { colours, space } from '@/ui/tokens';
import { Words } from '@/ui/Words';

export interface FileChoiceProps {
  readonly label: string;
  readonly hint: string;
  readonly accept: string;
  readonly onFile: (file: File) => void;
}

/** One file, and which one it is. */
export function FileChoice({ label, hint, accept, onFile }: FileChoiceProps) {
  const input = useRef<HTMLInputElement>(null);
  const [file, setFile] = useState<File | null>(null);
  return (
    <View style={styles.row}>
      <input
        ref={input}
        type="file"
        accept={accept}
        data-testid={label}
        aria-hidden
        tabIndex={-1}
        style={{ display: 'none' }}
        onChange={(event) => {
          const chosen = event.target.files?.[0];
          // The same file again must count as a new choice.
          event.target.value = '';
          if (!chosen) return;
          setFile(chosen);
          onFile(chosen);
        }}
      />
      <View style={styles.words}>
        <Words bold>{label}</Words>
        <Words size="small" colour={colours.quiet} numberOfLines={2}>
          {file ? `${file.name}, ${sayBytes(file.size)}` : hint}
        </Words>
      </View>
      <Button
        compact
        label={file ? 'Another' : 'Choose'}
        describes={`${file ? 'Another' : 'Choose'}: ${label}`}
        onPress={() => input.current?.click()}
      />
    </View>
  );
}

const styles = StyleSheet.create({
  row: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: space.two,
    paddingVertical: space.one,
    borderBottomWidth: 1,
    borderColor: colours.line,
  },
  words: { flex: 1, minWidth: 0 },
});
