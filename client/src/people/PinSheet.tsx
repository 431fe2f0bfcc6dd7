import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { pinSchema } from '@ravlo/contract';
import type { Trouble } from '@/packet/trouble';
import { Button } from '@/ui/Button';
import { Notice } from '@/ui/Notice';
import { Sheet } from '@/ui/Sheet';
import { space } from '@/ui/tokens';
import { PinField } from './PinField';

export interface PinSheetProps {
  readonly title: string;
  /** what the button says */
  readonly action: string;
  readonly trouble: Trouble | null;
  readonly isBusy: boolean;
  readonly onPin: (pin: string) => void;
  readonly onClose: () => void;
}

/** Asks for a PIN. */
export function PinSheet({ title, action, trouble, isBusy, onPin, onClose }: PinSheetProps) {
  const [pin, setPin] = useState('');
  const isWhole = pinSchema.safeParse(pin).success;
  return (
    <Sheet title={title} onClose={onClose}>
      <View style={styles.form}>
        {trouble ? <Notice tone="attention" title={trouble.detail} /> : null}
        <PinField
          label={title}
          pin={pin}
          onChange={setPin}
          autoFocus
          onDone={() => (isWhole && !isBusy ? onPin(pin) : undefined)}
        />
        <Button kind="filled" label={action} disabled={!isWhole || isBusy} onPress={() => onPin(pin)} />
      </View>
    </Sheet>
  );
}

const styles = StyleSheet.create({ form: { padding: space.one, gap: space.one * 1.5 } });
