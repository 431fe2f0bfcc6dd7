import { StyleSheet, Text, type TextProps, type TextStyle } from 'react-native';
import { colours, fonts, type as sizes } from './tokens';

export interface WordsProps extends Omit<TextProps, 'style'> {
  readonly size?: keyof typeof sizes;
  readonly bold?: boolean;
  readonly underlined?: boolean;
  readonly colour?: string;
  readonly align?: TextStyle['textAlign'];
  /** an h1 or h2 for those who listen */
  readonly heading?: 1 | 2;
}

/** All text of the interface: one family, figures of equal width. */
export function Words(props: WordsProps) {
  const { size = 'body', bold, underlined, colour = colours.ink, align, heading, ...rest } = props;
  return (
    <Text
      {...rest}
      {...(heading ? { role: 'heading', 'aria-level': heading } : null)}
      style={[
        styles.base,
        sizes[size],
        { color: colour, textAlign: align },
        bold && styles.bold,
        underlined && styles.underlined,
      ]}
    />
  );
}

const styles = StyleSheet.create({
  base: { fontFamily: fonts.regular, fontVariant: ['tabular-nums'] },
  bold: { fontFamily: fonts.bold },
  underlined: { textDecorationLine: 'underline' },
});
