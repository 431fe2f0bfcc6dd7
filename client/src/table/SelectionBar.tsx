import FolderOutput from 'lucide-react-native/icons/folder-output';
import RotateCcw from 'lucide-react-native/icons/rotate-ccw';
import RotateCw from 'lucide-react-native/icons/rotate-cw';
import Contrast from 'lucide-react-native/icons/contrast';
import Trash from 'lucide-react-native/icons/trash';
import X from 'lucide-react-native/icons/x';
import { StyleSheet, View } from 'react-native';
import { IconButton } from '@/ui/IconButton';
import { colours, radius, space } from '@/ui/tokens';
import { Words } from '@/ui/Words';

export interface SelectionBarProps {
  readonly count: number;
  readonly onTurn: (by: 90 | 270) => void;
  readonly onLook: () => void;
  readonly onMove: () => void;
  readonly onRemove: () => void;
  readonly onEnd: () => void;
}

/** What can be done with the selected pages, at the bottom of the table. */
export function SelectionBar({ count, onTurn, onLook, onMove, onRemove, onEnd }: SelectionBarProps) {
  const actions = [
    { icon: RotateCcw, label: 'Turn left', run: () => onTurn(270) },
    { icon: RotateCw, label: 'Turn right', run: () => onTurn(90) },
    { icon: Contrast, label: 'Look of the selected', run: onLook },
    { icon: FolderOutput, label: 'To another packet', run: onMove },
    { icon: Trash, label: 'Delete the selected', run: onRemove },
  ];
  const colour = colours.paperOnDark;
  return (
    <div className="dark-desk">
      <View role="toolbar" aria-label="Selected pages" style={styles.bar}>
        <View style={styles.count}>
          <Words bold size="lead" role="status" aria-label={`${count} selected`} colour={colour}>
            {count}
          </Words>
        </View>
        {actions.map(({ icon, label, run }) => (
          <IconButton
            key={label}
            icon={icon}
            label={label}
            colour={colour}
            disabled={count === 0}
            onPress={run}
          />
        ))}
        <IconButton icon={X} label="End selecting" colour={colour} onPress={onEnd} />
      </View>
    </div>
  );
}

const styles = StyleSheet.create({
  bar: {
    flexDirection: 'row',
    alignItems: 'center',
    backgroundColor: colours.desk,
    borderRadius: radius,
    paddingLeft: space.two,
  },
  count: { flex: 1, minWidth: 0 },
});
