import { TextField } from '@/ui/TextField';

export interface PinFieldProps {
  readonly label: string;
  readonly pin: string;
  readonly onChange: (pin: string) => void;
  readonly onDone?: () => void;
  readonly autoFocus?: boolean;
}

/** Four to eight digits, not shown. */
export function PinField({ label, pin, onChange, onDone, autoFocus }: PinFieldProps) {
  return (
    <TextField
      aria-label={label}
      value={pin}
      isLead
      secureTextEntry
      inputMode="numeric"
      // Not a password that a browser should offer to keep for everybody in the household.
      autoComplete="one-time-code"
      maxLength={8}
      placeholder="4 to 8 digits"
      autoFocus={autoFocus}
      onChangeText={(typed) => onChange(typed.replace(/\D/g, ''))}
      onSubmitEditing={onDone}
    />
  );
}
