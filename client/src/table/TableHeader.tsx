import { useRouter } from 'expo-router';
import ArrowLeft from 'lucide-react-native/icons/arrow-left';
import Ellipsis from 'lucide-react-native/icons/ellipsis';
import Redo from 'lucide-react-native/icons/redo-2';
import Undo from 'lucide-react-native/icons/undo-2';
import type { ReactNode } from 'react';
import { Pressable, StyleSheet, View } from 'react-native';
import { UNNAMED } from '@ravlo/contract';
import { IconButton } from '@/ui/IconButton';
import { colours } from '@/ui/tokens';
import { useWide } from '@/ui/useWide';
import { Words } from '@/ui/Words';
import type { Table } from './useTable';

export interface TableHeaderProps {
  readonly packetId: string;
  readonly table: Table;
  /** the packet in a line */
  readonly summary: string;
  readonly onMenu: () => void;
  /** what stands at the right where there is room for it */
  readonly actions: ReactNode;
}

/** The packet's name, and what can be done with all of it. */
export function TableHeader({ packetId, table, summary, onMenu, actions }: TableHeaderProps) {
  const router = useRouter();
  const wide = useWide();
  const { history, packet, name } = table;
  return (
    <>
      {wide ? null : <IconButton icon={ArrowLeft} label="To the shelf" onPress={() => router.replace('/')} />}
      <View style={styles.title}>
        {name === UNNAMED ? (
          <Pressable role="link" onPress={() => router.push(`/packet/${packetId}/finish`)}>
            <Words size={wide ? 'title' : 'lead'} bold underlined heading={1}>
              Name it
            </Words>
          </Pressable>
        ) : (
          <Words size={wide ? 'title' : 'lead'} bold heading={1} numberOfLines={1}>
            {name}
          </Words>
        )}
        {packet ? (
          <Words size="small" colour={colours.quiet}>
            {summary}
          </Words>
        ) : null}
      </View>
      <View style={styles.tools}>
        <IconButton
          icon={Undo}
          label={history.undoLabel}
          disabled={!history.undoStep}
          onPress={() => void table.undo()}
        />
        <IconButton
          icon={Redo}
          label={history.redoLabel}
          disabled={!history.redoStep}
          onPress={() => void table.redo()}
        />
        <IconButton icon={Ellipsis} label="All pages" onPress={onMenu} />
      </View>
      {wide ? actions : null}
    </>
  );
}

const styles = StyleSheet.create({
  title: { flex: 1, minWidth: 0 },
  tools: { flexDirection: 'row' },
});
