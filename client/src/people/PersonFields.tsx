import { Pressable, StyleSheet, View } from 'react-native';
import { MARK_PATTERNS, type PersonFacts } from '@ravlo/contract';
import { PencilStroke } from '@/ui/PencilStroke';
import { PersonMark } from '@/ui/PersonMark';
import { TextField } from '@/ui/TextField';
import { space } from '@/ui/tokens';
import { Words } from '@/ui/Words';

export interface PersonFieldsProps {
  readonly facts: PersonFacts;
  readonly onChange: (change: Partial<PersonFacts>) => void;
}

const FIELDS = [
  { name: 'firstName', label: 'First name', most: 60 },
  { name: 'surname', label: 'Surname', most: 60 },
  { name: 'studentNumber', label: 'Student number, may stay empty', most: 40 },
  { name: 'email', label: 'Mail address for receipts, may stay empty', most: 200 },
] as const;

/** What is said of a person, and the pattern of their mark. */
export function PersonFields({ facts, onChange }: PersonFieldsProps) {
  return (
    <>
      {FIELDS.map(({ name, label, most }) => (
        <View key={name} style={styles.field}>
          <Words bold nativeID={`person-${name}`}>
            {label}
          </Words>
          <TextField
            aria-labelledby={`person-${name}`}
            value={facts[name]}
            maxLength={most}
            autoComplete="off"
            onChangeText={(words) => onChange({ [name]: words })}
          />
        </View>
      ))}
      <Words bold>Mark</Words>
      <View role="radiogroup" aria-label="Pattern of the mark" style={styles.marks}>
        {MARK_PATTERNS.map((pattern) => {
          const isChosen = pattern === facts.pattern;
          return (
            <Pressable
              key={pattern}
              role="radio"
              aria-label={pattern}
              aria-checked={isChosen}
              onPress={() => onChange({ pattern })}
              style={styles.mark}
            >
              <PersonMark name={facts.firstName} texture={pattern} size={52} />
              {isChosen ? <PencilStroke width={40} /> : null}
            </Pressable>
          );
        })}
      </View>
    </>
  );
}

const styles = StyleSheet.create({
  field: { gap: space.half },
  marks: { flexDirection: 'row', flexWrap: 'wrap', gap: space.one },
  mark: { width: 76, height: 66, alignItems: 'center' },
});
