import type { CSSProperties } from 'react';
import { colours, fonts, radius, space, target } from './tokens';

export interface DateTimeFieldProps {
  readonly label: string;
  /** as "2026-05-14T18:00", by this machine's clock; empty where there is none */
  readonly value: string;
  readonly onChange: (value: string) => void;
}

/** The browser's own field for a day and a time. */
export function DateTimeField({ label, value, onChange }: DateTimeFieldProps) {
  return (
    <input
      aria-label={label}
      type="datetime-local"
      value={value}
      onChange={(event) => onChange(event.target.value)}
      style={FIELD}
    />
  );
}

const FIELD: CSSProperties = {
  minHeight: target,
  width: 260,
  maxWidth: '100%',
  boxSizing: 'border-box',
  padding: `0 ${space.two}px`,
  borderRadius: radius,
  border: `1.5px solid ${colours.quiet}`,
  backgroundColor: colours.surface,
  color: colours.ink,
  fontFamily: fonts.regular,
  fontSize: 16,
};
