import ArrowUp from 'lucide-react-native/icons/arrow-up';
import X from 'lucide-react-native/icons/x';
import { Pressable, StyleSheet, View } from 'react-native';
import type { NameField, NamePart, NamePattern } from '@ravlo/contract';
import { Button } from '@/ui/Button';
import { ChoiceRow } from '@/ui/ChoiceRow';
import { IconButton } from '@/ui/IconButton';
import { Sheet } from '@/ui/Sheet';
import { TextField } from '@/ui/TextField';
import { colours, radius, space, target } from '@/ui/tokens';
import { Words } from '@/ui/Words';
import { useNameParts, type OwnValues } from './useNameParts';

export interface NamePartsProps {
  readonly own: OwnValues;
  /** how a name looks as a file's */
  readonly toFile: (name: string) => string;
  readonly onUse: (name: string) => void;
  readonly onClose: () => void;
}

const FIELD_WORDS: Readonly<Record<NameField, string>> = {
  surname: 'Surname',
  'first-name': 'First name',
  'student-number': 'Student number',
  class: 'Class',
  assignment: 'Assignment',
  unit: 'Unit',
  date: 'Date',
  version: 'Version',
};

const SEPARATOR_WORDS: readonly { readonly value: NamePattern['separator']; readonly label: string }[] = [
  { value: '_', label: '_' },
  { value: '-', label: '-' },
  { value: ' ', label: 'space' },
  { value: '.', label: '.' },
];

const REST_OF_ROW = { flex: 1, minWidth: 0 } as const;

/** A file name put together from parts, the way the teacher asked; the name that comes of it stands above. */
export function NameParts({ own, toFile, onUse, onClose }: NamePartsProps) {
  const naming = useNameParts(own);
  const { pattern, values, missing, others, name } = naming;
  return (
    <Sheet title="Name from parts" onClose={onClose}>
      <View style={styles.body}>
        <View style={styles.preview}>
          <Words bold size="lead" testID="name-preview">
            {name ? `${toFile(name)}.pdf` : 'Nothing yet'}
          </Words>
        </View>
        {missing.length > 0 ? (
          <Words size="small" colour={colours.quiet} role="status">
            {`Still empty, and left out: ${missing.map((field) => FIELD_WORDS[field].toLowerCase()).join(', ')}`}
          </Words>
        ) : null}
        {naming.classes.length > 0 ? (
          <View style={styles.chips} role="group" aria-label="As last time for">
            {naming.classes.map((each) => (
              <Chip key={each} label={`As for ${each}`} onPress={() => naming.setClass(each)} />
            ))}
          </View>
        ) : null}
        <View role="list" aria-label="Parts of the name" style={styles.parts}>
          {pattern.parts.map((part, i) => (
            <PartRow
              key={typeof part === 'string' ? part : `words-${i}`}
              part={part}
              value={typeof part === 'string' ? (values[part] ?? '') : part.words}
              onChange={(value) =>
                typeof part === 'string' ? naming.setValue(part, value) : naming.setWords(i, value)
              }
              onUp={i > 0 ? () => naming.moveUp(i) : null}
              onRemove={() => naming.remove(i)}
            />
          ))}
        </View>
        <View style={styles.chips} role="group" aria-label="Add a part">
          {others.map((field) => (
            <Chip key={field} label={`+ ${FIELD_WORDS[field]}`} onPress={() => naming.add(field)} />
          ))}
          <Chip label="+ Own words" onPress={() => naming.add({ words: '' })} />
        </View>
        <ChoiceRow
          label="Between"
          options={SEPARATOR_WORDS}
          value={pattern.separator}
          onChange={naming.setSeparator}
        />
        <Button
          kind="filled"
          label="Use this name"
          disabled={name === ''}
          onPress={() => {
            naming.keep();
            onUse(name);
            onClose();
          }}
        />
      </View>
    </Sheet>
  );
}

interface PartRowProps {
  readonly part: NamePart;
  readonly value: string;
  readonly onChange: (value: string) => void;
  /** null for the first */
  readonly onUp: (() => void) | null;
  readonly onRemove: () => void;
}

function PartRow({ part, value, onChange, onUp, onRemove }: PartRowProps) {
  const label = typeof part === 'string' ? FIELD_WORDS[part] : 'Own words';
  return (
    <View role="listitem" style={styles.part}>
      <View style={styles.label}>
        <Words size="small" colour={colours.quiet}>
          {label}
        </Words>
      </View>
      <TextField
        aria-label={label}
        value={value}
        maxLength={60}
        onChangeText={onChange}
        place={REST_OF_ROW}
      />
      <IconButton
        icon={ArrowUp}
        label={`${label}: one place to the front`}
        disabled={onUp === null}
        onPress={() => onUp?.()}
      />
      <IconButton icon={X} label={`Leave out ${label.toLowerCase()}`} onPress={onRemove} />
    </View>
  );
}

function Chip({ label, onPress }: { readonly label: string; readonly onPress: () => void }) {
  return (
    <Pressable role="button" onPress={onPress} style={styles.chip}>
      <Words size="small" bold>
        {label}
      </Words>
    </Pressable>
  );
}

const styles = StyleSheet.create({
  body: { gap: space.one * 1.5, paddingHorizontal: space.one },
  preview: {
    padding: space.two,
    borderRadius: radius,
    backgroundColor: colours.surface,
    borderWidth: 1,
    borderColor: colours.line,
  },
  parts: { gap: space.half },
  part: { flexDirection: 'row', alignItems: 'center' },
  label: { width: 84 },
  chips: { flexDirection: 'row', flexWrap: 'wrap', gap: space.one },
  chip: {
    minHeight: target,
    justifyContent: 'center',
    paddingHorizontal: space.one * 1.5,
    borderRadius: radius,
    borderWidth: 1,
    borderColor: colours.quiet,
  },
});
