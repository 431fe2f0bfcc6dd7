import Archive from 'lucide-react-native/icons/archive';
import ExternalLink from 'lucide-react-native/icons/external-link';
import Images from 'lucide-react-native/icons/images';
import Mail from 'lucide-react-native/icons/mail';
import Printer from 'lucide-react-native/icons/printer';
import Share from 'lucide-react-native/icons/share';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { sayBytes, sayPages } from '@ravlo/contract';
import { openPdf } from '@/page/openPdf';
import { Button } from '@/ui/Button';
import { openInTab } from '@/ui/openInTab';
import { saveFile } from '@/ui/saveFile';
import { Sheet, SheetItem } from '@/ui/Sheet';
import { colours, space } from '@/ui/tokens';
import { Words } from '@/ui/Words';
import type { PictureKind } from '@/page/pdfPictures';
import { MailSheet } from './MailSheet';
import { zipPictures } from './pictures';
import { printPdf } from './printPdf';
import { useArchive } from './useArchive';

export interface WaysOutProps {
  readonly packetId: string;
  /** without its ending */
  readonly name: string;
  readonly bytes: Uint8Array<ArrayBuffer>;
  readonly pageCount: number;
  readonly onSave: () => void;
  readonly onClose: () => void;
}

const PICTURE_KINDS = [
  { kind: 'jpeg', label: 'Save single pictures, JPEG in one zip' },
  { kind: 'png', label: 'Save single pictures, PNG in one zip' },
] as const;

/** All the ways in which the finished file can leave. */
export function WaysOut({ packetId, name, bytes, pageCount, onSave, onClose }: WaysOutProps) {
  const [trouble, setTrouble] = useState<string | null>(null);
  const [isMailing, setMailing] = useState(false);
  const [zipping, setZipping] = useState<PictureKind | null>(null);
  const saveArchive = useArchive(packetId, name);
  const file = new File([bytes], `${name}.pdf`, { type: 'application/pdf' });
  const canShare = typeof navigator.canShare === 'function' && navigator.canShare({ files: [file] });

  const share = () => {
    navigator.share({ files: [file], title: name }).catch((reason: unknown) => {
      // Whoever closes the device's own sheet has changed their mind.
      if (!(reason instanceof DOMException && reason.name === 'AbortError'))
        setTrouble('The other app did not take it. The file is still here.');
    });
  };
  const savePictures = async (kind: PictureKind) => {
    setZipping(kind);
    const task = openPdf(bytes);
    try {
      saveFile(await zipPictures(await task.promise, name, kind), `${name}.zip`);
    } catch {
      setTrouble('The pictures could not be made here. The PDF is still whole.');
    } finally {
      setZipping(null);
      void task.destroy();
    }
  };

  if (isMailing) return <MailSheet file={file} onClose={onClose} />;
  return (
    <Sheet title="Save or share" onClose={onClose}>
      <View style={styles.facts}>
        <Words size="small" colour={colours.quiet}>
          {`${name}.pdf, ${sayPages(pageCount)}, ${sayBytes(bytes.length)}`}
        </Words>
      </View>
      {canShare ? <SheetItem icon={Share} label="Give it to another app" onPress={share} /> : null}
      <SheetItem icon={Mail} label="Send it by mail" onPress={() => setMailing(true)} />
      <SheetItem icon={ExternalLink} label="Open it in a new tab" onPress={() => openInTab(file)} />
      <SheetItem icon={Printer} label="Print it" onPress={() => printPdf(file)} />
      {PICTURE_KINDS.map(({ kind, label }) => (
        <SheetItem
          key={kind}
          icon={Images}
          label={zipping === kind ? 'Making the pictures…' : label}
          disabled={zipping !== null}
          onPress={() => void savePictures(kind)}
        />
      ))}
      <SheetItem
        icon={Archive}
        label="Save a Ravlo archive: photos and all"
        onPress={() => void saveArchive().then(setTrouble)}
      />
      {trouble ? (
        <View style={styles.facts} role="alert">
          <Words colour={colours.pencil}>{trouble}</Words>
        </View>
      ) : null}
      <View style={styles.save}>
        <Button
          kind="filled"
          label="Save to this device"
          onPress={() => {
            onSave();
            onClose();
          }}
        />
      </View>
    </Sheet>
  );
}

const styles = StyleSheet.create({
  facts: { paddingHorizontal: space.one * 1.5, paddingBottom: space.one },
  save: { padding: space.one * 1.5 },
});
