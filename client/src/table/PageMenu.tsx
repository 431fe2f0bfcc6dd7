import ArrowUpDown from 'lucide-react-native/icons/arrow-up-down';
import Camera from 'lucide-react-native/icons/camera';
import CheckSquare from 'lucide-react-native/icons/square-check-big';
import Copy from 'lucide-react-native/icons/copy';
import ImagePlus from 'lucide-react-native/icons/image-plus';
import Pencil from 'lucide-react-native/icons/pencil';
import RotateCw from 'lucide-react-native/icons/rotate-cw';
import ToPacket from 'lucide-react-native/icons/folder-output';
import Trash from 'lucide-react-native/icons/trash';
import { Sheet, SheetItem } from '@/ui/Sheet';

export interface PageMenuProps {
  /** from 1 */
  readonly number: number;
  readonly onClose: () => void;
  readonly actions: {
    readonly open: () => void;
    readonly turn: () => void;
    readonly moveTo: () => void;
    readonly insertBefore: () => void;
    readonly insertAfter: () => void;
    readonly retake: () => void;
    readonly duplicate: () => void;
    readonly toPacket: () => void;
    readonly select: () => void;
    readonly remove: () => void;
  };
}

/** All that can be done with one page of the table. */
export function PageMenu({ number, onClose, actions }: PageMenuProps) {
  const item = (label: string, icon: typeof Trash, action: () => void) => (
    <SheetItem
      label={label}
      icon={icon}
      onPress={() => {
        onClose();
        action();
      }}
    />
  );
  return (
    <Sheet title={`Page ${number}`} onClose={onClose}>
      {item('Open on the bench', Pencil, actions.open)}
      {item('Turn right', RotateCw, actions.turn)}
      {item('Move to a number…', ArrowUpDown, actions.moveTo)}
      {item('Add photos before it', ImagePlus, actions.insertBefore)}
      {item('Add photos after it', ImagePlus, actions.insertAfter)}
      {item('Take it again', Camera, actions.retake)}
      {item('Make a copy', Copy, actions.duplicate)}
      {item('To another packet…', ToPacket, actions.toPacket)}
      {item('Select', CheckSquare, actions.select)}
      {item('Delete', Trash, actions.remove)}
    </Sheet>
  );
}
