import { Controller } from 'react-hook-form';
import { Pressable, StyleSheet, View } from 'react-native';
import { SEPARATORS, type NameField } from '@ravlo/contract';
import { FIELD_WORDS, sayPattern } from '@/page/AskedFacts';
import { ChoiceRow } from '@/ui/ChoiceRow';
import { PencilStroke } from '@/ui/PencilStroke';
import { colours, space, target } from '@/ui/tokens';
import { Words } from '@/ui/Words';
import { NAMES_TO_CHOOSE } from './briefForm';
import { ChoiceField, TypedField, type TheBriefForm } from './fields';
import { FormRow } from './FormRow';

const FORMATS = [
  { value: 'pdf', label: 'one PDF' },
  { value: 'pictures', label: 'pictures' },
  { value: 'any', label: 'either' },
] as const;
const PAPERS = [
  { value: '', label: 'any' },
  { value: 'a4', label: 'A4' },
  { value: 'letter', label: 'Letter' },
] as const;
const WAYS = [
  { value: 'desk', label: 'on the class desk' },
  { value: 'mail', label: 'by mail' },
  { value: 'folder', label: 'into a folder' },
] as const;
const SEPARATOR_WORDS: Readonly<Record<(typeof SEPARATORS)[number], string>> = {
  _: 'a_b',
  '-': 'a-b',
  ' ': 'a b',
  '.': 'a.b',
};

const SHORT = { width: 120 } as const;

/** How it comes: file, size, paper, name, and by which way. */
export function HowFields({ form }: { readonly form: TheBriefForm }) {
  const by = form.watch('by');
  return (
    <>
      <ChoiceField form={form} name="format" label="File" options={FORMATS} />
      <TypedField
        form={form}
        name="mostMb"
        label="Size"
        detail="MB at most; may stay empty"
        inputMode="decimal"
        place={SHORT}
      />
      <ChoiceField form={form} name="paper" label="Paper" options={PAPERS} />
      <NameRow form={form} />
      <TypedField
        form={form}
        name="statement"
        label="To be confirmed"
        detail="may stay empty"
        maxLength={400}
      />
      <Controller
        control={form.control}
        name="takesComment"
        render={({ field }) => (
          <FormRow label="A word to you">
            <ChoiceRow
              label="A word to you"
              hidesLabel
              options={[
                { value: 'yes', label: 'may go with it' },
                { value: 'no', label: 'no' },
              ]}
              value={field.value ? 'yes' : 'no'}
              onChange={(value) => field.onChange(value === 'yes')}
            />
          </FormRow>
        )}
      />
      <ChoiceField form={form} name="by" label="It comes" options={WAYS} />
      {by === 'mail' ? (
        <TypedField form={form} name="mailTo" label="To the address" maxLength={200} inputMode="email" />
      ) : null}
      {by === 'folder' ? (
        <TypedField
          form={form}
          name="folder"
          label="Name of the folder"
          detail="made when the first work comes"
          maxLength={80}
        />
      ) : null}
    </>
  );
}

/** Which parts a file's name has, in the order in which they are pressed. */
function NameRow({ form }: { readonly form: TheBriefForm }) {
  const [name, separator] = form.watch(['name', 'separator']);
  const set = (next: readonly NameField[]) => form.setValue('name', [...next], { shouldDirty: true });
  return (
    <FormRow
      label="Name of the file"
      detail={name.length === 0 ? 'any' : sayPattern({ parts: name, separator })}
    >
      <View role="group" aria-label="Parts of the name, in their order" style={styles.names}>
        {NAMES_TO_CHOOSE.map((field) => {
          const at = name.indexOf(field);
          return (
            <Pressable
              key={field}
              role="checkbox"
              aria-checked={at >= 0}
              onPress={() => set(at >= 0 ? name.filter((each) => each !== field) : [...name, field])}
              style={styles.name}
            >
              <Words bold={at >= 0} colour={at >= 0 ? colours.ink : colours.quiet}>
                {at >= 0 ? `${at + 1} ${FIELD_WORDS[field]}` : FIELD_WORDS[field]}
              </Words>
              <View style={styles.stroke}>{at >= 0 ? <PencilStroke width={30} /> : null}</View>
            </Pressable>
          );
        })}
      </View>
      {name.length > 1 ? (
        <ChoiceRow
          label="Between the parts"
          hidesLabel
          options={SEPARATORS.map((value) => ({ value, label: SEPARATOR_WORDS[value] }))}
          value={separator}
          onChange={(value) => form.setValue('separator', value, { shouldDirty: true })}
        />
      ) : null}
    </FormRow>
  );
}

const styles = StyleSheet.create({
  names: { flexDirection: 'row', flexWrap: 'wrap', columnGap: space.two },
  name: { minHeight: target, justifyContent: 'center' },
  stroke: { height: 8 },
});
