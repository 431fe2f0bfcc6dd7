import ArrowIcon from 'lucide-react-native/icons/move-up-right';
import CoverIcon from 'lucide-react-native/icons/square';
import DrawIcon from 'lucide-react-native/icons/pen-line';
import LabelIcon from 'lucide-react-native/icons/type';
import Minus from 'lucide-react-native/icons/minus';
import Plus from 'lucide-react-native/icons/plus';
import SelectIcon from 'lucide-react-native/icons/mouse-pointer';
import Trash from 'lucide-react-native/icons/trash';
import { nanoid } from 'nanoid';
import type { LucideIcon } from 'lucide-react-native';
import { Pressable, StyleSheet, View } from 'react-native';
import { NOTE_COLOURS, type Note, type NoteColour, type Recipe } from '@ravlo/contract';
import { Button } from '@/ui/Button';
import { IconButton } from '@/ui/IconButton';
import { cssColour } from '@/page/MarksLayer';
import { colours, fonts, radius, space, target } from '@/ui/tokens';
import { Words } from '@/ui/Words';
import type { NoteMode, NotesState } from './useNotes';
import { setMyName } from '@/page/myNameSlice';
import { useMyName } from '@/page/useMyName';
import { useAppDispatch } from '@/packet/store';

const MODES: readonly { readonly value: NoteMode; readonly label: string; readonly icon: LucideIcon }[] = [
  { value: 'select', label: 'Move', icon: SelectIcon },
  { value: 'label', label: 'Label', icon: LabelIcon },
  { value: 'draw', label: 'Draw', icon: DrawIcon },
  { value: 'arrow', label: 'Arrow', icon: ArrowIcon },
  { value: 'cover', label: 'Cover', icon: CoverIcon },
];
const COLOUR_NAMES: Record<NoteColour, string> = { ink: 'Ink', blue: 'Blue', red: 'Red' };
const HINTS: Record<NoteMode, string> = {
  select: 'Press a note to move, size or delete it.',
  label: 'Press where the words should stand.',
  draw: 'Draw on the page.',
  arrow: 'Drag from where it starts to what it points at.',
  cover: 'Drag over what should not be seen. It is taken out of the PDF.',
};

export interface NotesToolProps {
  readonly notes: NotesState;
  readonly turn: Recipe['turn'];
  /** mm, as the page lies; null before it is known */
  readonly size: { readonly width: number; readonly height: number } | null;
}

const STAMP_SIZE = 5;
/** Stamps stand this far from the page's edges, mm. */
const FROM_EDGE = 12;

/** What can be added to a page, and what can be done with the note that is chosen. */
export function NotesTool({ notes, turn, size }: NotesToolProps) {
  const dispatch = useAppDispatch();
  const name = useMyName();
  const { chosen } = notes;
  const stamp = (what: 'name' | 'date' | 'page') => {
    if (!size) return;
    const places: Record<typeof what, readonly [number, number]> = {
      name: [FROM_EDGE, FROM_EDGE],
      date: [Math.max(FROM_EDGE, size.width - 55), FROM_EDGE],
      page: [Math.max(FROM_EDGE, size.width / 2 - 12), size.height - FROM_EDGE],
    };
    const [x, y] = places[what];
    const note: Note = {
      id: nanoid(),
      kind: 'stamp',
      what,
      turn,
      x,
      y,
      size: STAMP_SIZE,
      colour: notes.colour,
    };
    notes.add(note);
  };
  return (
    <View style={styles.tool}>
      <View style={styles.row} role="radiogroup" aria-label="Kind of note">
        {MODES.map(({ value, label, icon: Icon }) => {
          const isOn = notes.mode === value;
          const colour = isOn ? colours.pencilWordsOnDark : colours.paperOnDark;
          return (
            <Pressable
              key={value}
              role="radio"
              aria-checked={isOn}
              onPress={() => notes.setMode(value)}
              style={styles.mode}
            >
              <Icon size={22} color={colour} aria-hidden />
              <Words size="small" bold={isOn} colour={colour}>
                {label}
              </Words>
            </Pressable>
          );
        })}
      </View>
      <View style={styles.row}>
        <View role="radiogroup" aria-label="Colour" style={styles.colours}>
          {NOTE_COLOURS.map((colour) => {
            const isOn = (chosen && 'colour' in chosen ? chosen.colour : notes.colour) === colour;
            return (
              <Pressable
                key={colour}
                role="radio"
                aria-checked={isOn}
                aria-label={COLOUR_NAMES[colour]}
                onPress={() => notes.setColour(colour)}
                style={styles.colour}
              >
                <View style={[styles.dot, { backgroundColor: cssColour(colour) }, isOn && styles.dotOn]} />
              </Pressable>
            );
          })}
        </View>
        {chosen ? (
          <>
            <IconButton
              icon={Minus}
              label="Smaller"
              colour={colours.paperOnDark}
              onPress={() => notes.scale(1 / 1.15)}
            />
            <IconButton
              icon={Plus}
              label="Larger"
              colour={colours.paperOnDark}
              onPress={() => notes.scale(1.15)}
            />
            <IconButton
              icon={Trash}
              label="Delete the note"
              colour={colours.paperOnDark}
              onPress={() => notes.remove(chosen.id)}
            />
          </>
        ) : (
          <View style={styles.hint}>
            <Words role="status" size="small" colour={colours.deskQuiet}>
              {HINTS[notes.mode]}
            </Words>
          </View>
        )}
      </View>
      <View style={styles.stamps}>
        <input
          aria-label="Your name, for stamps"
          placeholder="Your name"
          value={name}
          maxLength={60}
          onChange={(event) => dispatch(setMyName(event.target.value))}
          style={nameField}
        />
        <Button
          kind="dark"
          compact
          label="Name"
          disabled={!name.trim() || !size}
          onPress={() => stamp('name')}
        />
        <Button kind="dark" compact label="Date" disabled={!size} onPress={() => stamp('date')} />
        <Button
          kind="dark"
          compact
          label="Page"
          describes="Page number"
          disabled={!size}
          onPress={() => stamp('page')}
        />
      </View>
    </View>
  );
}

const nameField = {
  flex: '1 1 96px',
  minWidth: 0,
  minHeight: target,
  padding: '0 10px',
  fontFamily: fonts.regular,
  fontSize: 16,
  color: colours.paperOnDark,
  background: 'transparent',
  border: `1.5px solid ${colours.deskLine}`,
  borderRadius: radius,
  boxSizing: 'border-box',
} as const;

const styles = StyleSheet.create({
  tool: { gap: space.one },
  row: { flexDirection: 'row', alignItems: 'center' },
  mode: { flex: 1, minHeight: target, alignItems: 'center', justifyContent: 'center', gap: 2 },
  colours: { flexDirection: 'row' },
  colour: { width: target - 4, height: target, alignItems: 'center', justifyContent: 'center' },
  dot: { width: 24, height: 24, borderRadius: 12, borderWidth: 2, borderColor: colours.paperOnDark },
  dotOn: { boxShadow: `0 0 0 3px ${colours.pencilOnDark}` },
  hint: { flex: 1, paddingLeft: space.one },
  stamps: { flexDirection: 'row', flexWrap: 'wrap', gap: space.one, alignItems: 'center' },
});
