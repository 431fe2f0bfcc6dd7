import { useRouter } from 'expo-router';
import { useState } from 'react';
import type { Page } from '@ravlo/contract';
import { LOOKS } from '@/page/looks';
import { Button } from '@/ui/Button';
import { Sheet, SheetItem } from '@/ui/Sheet';
import { idsOf, movedTo } from '@/packet/pageOrder';
import { GiveSheet } from './GiveSheet';
import { NumberField } from './NumberField';
import { OrderMenu } from './OrderMenu';
import { PacketPicker } from '@/page/PacketPicker';
import { PageMenu } from './PageMenu';
import { PartSheet } from './PartSheet';
import { BriefChoice } from '@/page/BriefChoice';
import { useNow } from '@/ui/useNow';
import type { TileSize } from './tileSize';
import type { Table } from './useTable';

/** Which sheet of choices lies over the table. */
export type OpenSheet =
  | { readonly kind: 'all' }
  | { readonly kind: 'page'; readonly page: Page }
  | { readonly kind: 'number'; readonly ids: ReadonlySet<string> }
  | { readonly kind: 'to-packet'; readonly ids: ReadonlySet<string> }
  | { readonly kind: 'join' }
  | { readonly kind: 'give' }
  | { readonly kind: 'brief' }
  | { readonly kind: 'part'; readonly page: Page }
  | { readonly kind: 'look' };

export interface TableSheetsProps {
  readonly packetId: string;
  readonly sheet: OpenSheet | null;
  readonly table: Table;
  readonly selected: ReadonlySet<string>;
  readonly size: TileSize;
  readonly onSize: (size: TileSize) => void;
  readonly onSelect: (ids: readonly string[]) => void;
  readonly onOpen: (sheet: OpenSheet) => void;
  readonly onClose: () => void;
}

/** The sheets of choices over the table, one at a time. */
export function TableSheets(props: TableSheetsProps) {
  const { packetId, sheet, table, selected, size, onSize, onSelect, onOpen, onClose } = props;
  const router = useRouter();
  const now = useNow();
  const { pages } = table;
  const ids = idsOf(pages);
  if (!sheet) return null;
  switch (sheet.kind) {
    case 'all':
      return (
        <OrderMenu
          pages={pages}
          size={size}
          onSize={onSize}
          onOrder={(order, what) => void table.reorder(order, what)}
          onSelect={() => onSelect([])}
          onJoin={() => onOpen({ kind: 'join' })}
          onGive={() => onOpen({ kind: 'give' })}
          onBrief={table.tie.briefs.length > 0 ? () => onOpen({ kind: 'brief' }) : null}
          onClose={onClose}
        />
      );
    case 'page': {
      const { page } = sheet;
      const only = new Set([page.id]);
      const next = pages[ids.indexOf(page.id) + 1];
      const addBefore = (before: Page | undefined) =>
        router.push(`/packet/${packetId}/gather${before ? `?before=${before.id}` : ''}`);
      return (
        <PageMenu
          number={ids.indexOf(page.id) + 1}
          onClose={onClose}
          actions={{
            open: () => router.push(`/packet/${packetId}/page/${page.id}`),
            turn: () => table.turn(only, 90),
            moveTo: () => onOpen({ kind: 'number', ids: only }),
            insertBefore: () => addBefore(page),
            insertAfter: () => addBefore(next),
            retake: () => router.push(`/packet/${packetId}/camera?retake=${page.id}`),
            duplicate: () => void table.duplicate(page),
            toPacket: () => onOpen({ kind: 'to-packet', ids: only }),
            select: () => onSelect([page.id]),
            remove: () => void table.remove(only),
          }}
        />
      );
    }
    case 'number':
      return (
        <MoveToNumber
          most={pages.length}
          onPick={(number) => void table.reorder(movedTo(ids, sheet.ids, number), 'move')}
          onClose={onClose}
        />
      );
    case 'to-packet':
      return (
        <PacketPicker
          title="To which packet?"
          packetId={packetId}
          offersCopy
          onPick={({ id, name }, way) =>
            void (way === 'move'
              ? table.moveToPacket(sheet.ids, id, name)
              : table.copyToPacket(sheet.ids, id, name))
          }
          onNew={() => void table.split(sheet.ids)}
          onClose={onClose}
        />
      );
    case 'join':
      return (
        <PacketPicker
          title="Bring in which packet?"
          packetId={packetId}
          onPick={({ id, name }) => void table.join(id, name)}
          onClose={onClose}
        />
      );
    case 'give':
      return <GiveSheet packetId={packetId} onClose={onClose} />;
    case 'brief':
      return (
        <BriefChoice
          briefs={table.tie.briefs}
          chosen={table.tie.tied?.brief.id ?? null}
          now={now}
          onChoose={table.tie.tie}
          onNone={() => table.tie.tie(null)}
          onClose={onClose}
        />
      );
    case 'part':
      return table.tie.parts ? (
        <PartSheet
          page={sheet.page}
          number={ids.indexOf(sheet.page.id) + 1}
          parts={table.tie.parts}
          onClose={onClose}
        />
      ) : null;
    case 'look':
      return (
        <Sheet title="Which look?" onClose={onClose}>
          {LOOKS.map(({ value, label }) => (
            <SheetItem
              key={value}
              label={label}
              onPress={() => {
                onClose();
                table.setLook(selected.size > 0 ? selected : new Set(ids), value);
              }}
            />
          ))}
        </Sheet>
      );
  }
}

interface MoveToNumberProps {
  readonly most: number;
  readonly onPick: (number: number) => void;
  readonly onClose: () => void;
}

function MoveToNumber({ most, onPick, onClose }: MoveToNumberProps) {
  const [number, setNumber] = useState(1);
  const move = () => {
    onClose();
    onPick(number);
  };
  return (
    <Sheet title="Move to which number?" onClose={onClose}>
      <NumberField label={`1 to ${most}`} value={number} most={most} onChange={setNumber} onEnter={move} />
      <Button kind="filled" label={`Make it page ${number}`} onPress={move} />
    </Sheet>
  );
}
