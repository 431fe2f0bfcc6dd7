import { ChoiceField, TimeField, TypedField, type TheBriefForm } from './fields';

const AFTER = [
  { value: 'late', label: 'is taken as late' },
  { value: 'late-until', label: 'as late until' },
  { value: 'closed', label: 'is not taken' },
] as const;
const PUBLISH = [
  { value: 'now', label: 'now' },
  { value: 'later', label: 'from a time on' },
  { value: 'no', label: 'not yet' },
] as const;

const SHORT = { width: 120 } as const;

/** When it is due, what becomes of what comes later, how often, and when students see it. */
export function WhenFields({ form }: { readonly form: TheBriefForm }) {
  const [due, after, publish] = form.watch(['due', 'after', 'publish']);
  const { timeZone } = Intl.DateTimeFormat().resolvedOptions();
  return (
    <>
      <TimeField
        form={form}
        name="due"
        label="Due"
        detail={`by your clock (${timeZone}); empty: at any time`}
      />
      {due === '' ? null : <ChoiceField form={form} name="after" label="What comes later" options={AFTER} />}
      {due !== '' && after === 'late-until' ? (
        <TimeField form={form} name="until" label="Closed after" detail={`by your clock (${timeZone})`} />
      ) : null}
      <TypedField
        form={form}
        name="attempts"
        label="Attempts"
        detail="nothing: as often as they like"
        inputMode="numeric"
        place={SHORT}
      />
      <ChoiceField form={form} name="publish" label="Students see it" options={PUBLISH} />
      {publish === 'later' ? (
        <TimeField form={form} name="publishAt" label="From" detail={`by your clock (${timeZone})`} />
      ) : null}
    </>
  );
}
