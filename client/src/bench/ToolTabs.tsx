import { Pressable, StyleSheet, View } from 'react-native';
import { PencilStroke } from '@/ui/PencilStroke';
import { colours, target } from '@/ui/tokens';
import { Words } from '@/ui/Words';

export type Tool = 'edges' | 'turn' | 'look' | 'notes';

const TOOLS: readonly { readonly value: Tool; readonly label: string }[] = [
  { value: 'edges', label: 'Edges' },
  { value: 'turn', label: 'Turn' },
  { value: 'look', label: 'Look' },
  { value: 'notes', label: 'Notes' },
];

export interface ToolTabsProps {
  readonly tool: Tool;
  readonly onChange: (tool: Tool) => void;
}

/** The bench's tools; the chosen one has a pencil stroke under it. */
export function ToolTabs({ tool, onChange }: ToolTabsProps) {
  return (
    <View role="tablist" style={styles.tabs}>
      {TOOLS.map(({ value, label }) => {
        const chosen = value === tool;
        return (
          <Pressable
            key={value}
            role="tab"
            aria-selected={chosen}
            onPress={() => onChange(value)}
            style={styles.tab}
          >
            <Words bold colour={chosen ? colours.pencilWordsOnDark : colours.paperOnDark}>
              {label}
            </Words>
            <View style={styles.stroke}>
              {chosen ? <PencilStroke width={34} colour={colours.pencilWordsOnDark} /> : null}
            </View>
          </Pressable>
        );
      })}
    </View>
  );
}

const styles = StyleSheet.create({
  tabs: { flexDirection: 'row', borderTopWidth: 1, borderColor: '#39444A' },
  tab: { flex: 1, minHeight: target + 16, alignItems: 'center', justifyContent: 'center', gap: 2 },
  stroke: { height: 8 },
});
