import { forwardRef } from 'react';
import { StyleSheet, TextInput, type TextInputProps, type TextStyle } from 'react-native';
import { colours, fonts, radius, space, target, type } from './tokens';

export interface TextFieldProps extends Omit<TextInputProps, 'style'> {
  /** letters as large and bold as those of what matters most @default false */
  readonly isLead?: boolean;
  /** where it stands, and how large it is */
  readonly place?: Pick<TextStyle, 'flex' | 'minWidth' | 'minHeight' | 'width'>;
}

/** Something to type in. */
export const TextField = forwardRef<TextInput, TextFieldProps>(function TextField(
  { isLead = false, place, multiline, ...rest },
  ref,
) {
  return (
    <TextInput
      ref={ref}
      placeholderTextColor={colours.quiet}
      multiline={multiline}
      {...rest}
      style={[styles.field, isLead ? styles.lead : type.body, multiline && styles.lines, place]}
    />
  );
});

const styles = StyleSheet.create({
  field: {
    minHeight: target,
    paddingHorizontal: space.two,
    borderRadius: radius,
    borderWidth: 1.5,
    borderColor: colours.quiet,
    backgroundColor: colours.surface,
    fontFamily: fonts.regular,
    color: colours.ink,
  },
  lead: { fontFamily: fonts.bold, ...type.lead },
  lines: { paddingVertical: space.two },
});
