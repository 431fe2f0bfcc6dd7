import ExternalLink from 'lucide-react-native/icons/external-link';
import Images from 'lucide-react-native/icons/images';
import Printer from 'lucide-react-native/icons/printer';
import Share from 'lucide-react-native/icons/share';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { sayBytes, sayPages } from '@ravlo/contract';
import { openPdf } from '@/page/openPdf';
import { Button } from '@/ui/Button';
import { saveFile } from '@/ui/saveFile';
import { Sheet, SheetItem } from '@/ui/Sheet';
import { colours, space } from '@/ui/tokens';
import { Words } from '@/ui/Words';
import { zipPictures } from './pictures';
import { printPdf } from './printPdf';

export interface WaysOutProps {
  /** without its ending */
  readonly name: string;
  readonly bytes: Uint8Array<ArrayBuffer>;
  readonly pageCount: number;
  readonly onSave: () => void;
  readonly onClose: () => void;
}

/** All the ways in which the finished file can leave. */
export function WaysOut({ name, bytes, pageCount, onSave, onClose }: WaysOutProps) {
  const [trouble, setTrouble] = useState<string | null>(null);
  const [isZipping, setZipping] = useState(false);
  const file = new File([bytes], `${name}.pdf`, { type: 'application/pdf' });
  const canShare = typeof navigator.canShare === 'function' && navigator.canShare({ files: [file] });

  const share = () => {
    navigator.share({ files: [file], title: name }).catch((reason: unknown) => {
      // Whoever closes the device's own sheet has changed their mind.
      if (!(reason instanceof DOMException && reason.name === 'AbortError'))
        setTrouble('The other app did not take it. The file is still here.');
    });
  };
  const openIt = () => {
    const url = URL.createObjectURL(file);
    window.open(url, '_blank');
    setTimeout(() => URL.revokeObjectURL(url), 60_000);
  };
  const savePictures = async () => {
    setZipping(true);
    const task = openPdf(bytes);
    try {
      saveFile(await zipPictures(await task.promise, name), `${name}.zip`);
    } catch {
      setTrouble('The pictures could not be made here. The PDF is still whole.');
    } finally {
      setZipping(false);
      void task.destroy();
    }
  };

  return (
    <Sheet title="Save or share" onClose={onClose}>
      <View style={styles.facts}>
        <Words size="small" colour={colours.quiet}>
          {`${name}.pdf, ${sayPages(pageCount)}, ${sayBytes(bytes.length)}`}
        </Words>
      </View>
      {canShare ? <SheetItem icon={Share} label="Give it to another app" onPress={share} /> : null}
      <SheetItem icon={ExternalLink} label="Open it in a new tab" onPress={openIt} />
      <SheetItem icon={Printer} label="Print it" onPress={() => printPdf(file)} />
      <SheetItem
        icon={Images}
        label={isZipping ? 'Making the pictures…' : 'Save single pictures, in one zip'}
        disabled={isZipping}
        onPress={() => void savePictures()}
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
