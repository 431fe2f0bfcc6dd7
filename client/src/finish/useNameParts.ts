import {
  missingFields,
  nameFrom,
  NAME_FIELDS,
  type NameField,
  type NamePart,
  type NamePattern,
  type NameValues,
  type Person,
} from '@ravlo/contract';
import { useState } from 'react';
import { useAppDispatch, useAppSelector } from '@/packet/store';
import { useMe } from '@/page/useMe';
import { keepNaming, selectClasses, selectPattern, selectValues } from './namingSlice';

/** What a packet says by itself for the fields of its name. */
export type OwnValues = Pick<NameValues, 'date' | 'version' | 'assignment'>;

/** Whose work it is fills its fields; what they have not said may be typed. */
function namesOf(me: Person | null): NameValues {
  if (!me) return {};
  const { firstName, surname, studentNumber } = me;
  const all: NameValues = { 'first-name': firstName, surname, 'student-number': studentNumber };
  return Object.fromEntries(Object.entries(all).filter(([, value]) => value !== ''));
}

/** A name in the making: its parts, what they are filled with, and what comes of it. */
export function useNameParts(own: OwnValues) {
  const dispatch = useAppDispatch();
  const kept = useAppSelector(selectValues);
  const classes = useAppSelector(selectClasses);
  const me = useMe();
  const [values, setValues] = useState<NameValues>({ ...kept, ...namesOf(me), ...own });
  const className = values.class?.trim() ?? '';
  const remembered = useAppSelector((state) => selectPattern(state, className));
  const [changed, setChanged] = useState<NamePattern | null>(null);
  const pattern = changed ?? remembered;
  const { parts } = pattern;
  const setParts = (next: NamePart[]) => setChanged({ ...pattern, parts: next });

  return {
    pattern,
    values,
    classes,
    name: nameFrom(pattern, values),
    missing: missingFields(pattern, values),
    /** fields that are no part yet */
    others: NAME_FIELDS.filter((field) => !parts.includes(field)),
    setValue: (field: NameField, value: string) => setValues({ ...values, [field]: value }),
    /** takes a class, and the pattern that was used for it */
    setClass: (name: string) => {
      setValues({ ...values, class: name });
      setChanged(null);
    },
    setWords: (at: number, words: string) => setParts(parts.map((part, i) => (i === at ? { words } : part))),
    setSeparator: (separator: NamePattern['separator']) => setChanged({ ...pattern, separator }),
    add: (part: NamePart) => setParts([...parts, part]),
    remove: (at: number) => setParts(parts.filter((_, i) => i !== at)),
    /** one place to the front */
    moveUp: (at: number) =>
      setParts(parts.map((part, i) => (i === at ? parts[at - 1] : i === at - 1 ? parts[at] : part))),
    keep: () => dispatch(keepNaming(pattern, values)),
  };
}
