import { Controller, type FieldPath, type UseFormReturn } from 'react-hook-form';
import { ChoiceRow } from '@/ui/ChoiceRow';
import { DateTimeField } from '@/ui/DateTimeField';
import { TextField, type TextFieldProps } from '@/ui/TextField';
import type { BriefForm } from './briefForm';
import { FormRow } from './FormRow';

export type TheBriefForm = UseFormReturn<BriefForm>;

/** The fields of the form that are typed. */
type Typed = {
  [Name in FieldPath<BriefForm>]: BriefForm[Name & keyof BriefForm] extends string ? Name : never;
}[FieldPath<BriefForm>] &
  keyof BriefForm;

interface TypedFieldProps extends Pick<
  TextFieldProps,
  'multiline' | 'placeholder' | 'maxLength' | 'inputMode' | 'place'
> {
  readonly form: TheBriefForm;
  readonly name: Typed;
  readonly label: string;
  readonly detail?: string;
}

export function TypedField({ form, name, label, detail, ...rest }: TypedFieldProps) {
  return (
    <Controller
      control={form.control}
      name={name}
      render={({ field, fieldState: { error } }) => (
        <FormRow label={label} detail={detail} trouble={error?.message}>
          <TextField
            {...rest}
            ref={field.ref}
            aria-label={label}
            value={String(field.value)}
            onChangeText={field.onChange}
            onBlur={field.onBlur}
          />
        </FormRow>
      )}
    />
  );
}

interface TimeFieldProps {
  readonly form: TheBriefForm;
  readonly name: 'due' | 'until' | 'publishAt';
  readonly label: string;
  readonly detail?: string;
}

export function TimeField({ form, name, label, detail }: TimeFieldProps) {
  return (
    <Controller
      control={form.control}
      name={name}
      render={({ field, fieldState: { error } }) => (
        <FormRow label={label} detail={detail} trouble={error?.message}>
          <DateTimeField label={label} value={field.value} onChange={field.onChange} />
        </FormRow>
      )}
    />
  );
}

interface ChoiceFieldProps<Name extends 'after' | 'format' | 'pages' | 'paper' | 'by' | 'publish'> {
  readonly form: TheBriefForm;
  readonly name: Name;
  readonly label: string;
  readonly options: readonly { readonly value: BriefForm[Name]; readonly label: string }[];
}

export function ChoiceField<Name extends 'after' | 'format' | 'pages' | 'paper' | 'by' | 'publish'>(
  props: ChoiceFieldProps<Name>,
) {
  const { form, name, label, options } = props;
  return (
    <Controller
      control={form.control}
      name={name as 'after' | 'format' | 'pages' | 'paper' | 'by' | 'publish'}
      render={({ field }) => (
        <FormRow label={label}>
          <ChoiceRow
            label={label}
            hidesLabel
            options={options}
            value={field.value as BriefForm[Name]}
            onChange={field.onChange}
          />
        </FormRow>
      )}
    />
  );
}
