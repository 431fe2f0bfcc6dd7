import { createSlice, type PayloadAction, type WithSlice } from '@reduxjs/toolkit';
import { namePatternSchema, nameFieldSchema, type NamePattern, type NameValues } from '@ravlo/contract';
import { z } from 'zod';
import { keep, kept } from '@/packet/kept';
import { rootReducer, type AppThunk } from '@/packet/store';
import { own } from '@/packet/whose';

/** How names are made on this device: what the fields were filled with last, and each class's pattern. */
const KEY = () => own('ravlo-naming');

const namingSchema = z.object({
  values: z.partialRecord(nameFieldSchema, z.string().max(120)),
  /** by the class's name; '' for none */
  patterns: z.record(z.string(), namePatternSchema),
});
type Naming = z.infer<typeof namingSchema>;

/** For whoever has not said anything yet. */
const USUAL: NamePattern = { parts: ['surname', 'first-name', 'assignment'], separator: '_' };

const NOTHING: Naming = { values: {}, patterns: {} };

/** What was kept, also by an older Ravlo or a hand; what makes no sense is nothing. */
function read(): Naming {
  return kept(KEY(), namingSchema) ?? NOTHING;
}

const namingSlice = createSlice({
  name: 'naming',
  initialState: read,
  reducers: {
    kept: (_state, { payload }: PayloadAction<Naming>) => payload,
  },
  selectors: {
    selectValues: ({ values }): NameValues => values,
    /** the pattern that was used for a class last, else for any */
    selectPattern: ({ patterns }, className: string): NamePattern =>
      patterns[className] ?? patterns[''] ?? USUAL,
    selectClasses: ({ patterns }): string[] => Object.keys(patterns).filter(Boolean),
  },
});

declare module '@/packet/store' {
  interface InjectedSlices extends WithSlice<typeof namingSlice> {}
}

const injected = namingSlice.injectInto(rootReducer);
export const { selectValues, selectPattern, selectClasses } = injected.selectors;

/** Keeps what a name was made of: for its class, and for the next that has none. */
export function keepNaming(pattern: NamePattern, values: NameValues): AppThunk {
  return (dispatch, getState) => {
    const { patterns } = injected.selectSlice(getState());
    // A day and a version are of one packet only.
    const lasting = { ...values, date: undefined, version: undefined };
    const naming = {
      values: lasting,
      patterns: { ...patterns, '': pattern, [values.class?.trim() ?? '']: pattern },
    };
    keep(KEY(), naming);
    dispatch(namingSlice.actions.kept(naming));
  };
}
