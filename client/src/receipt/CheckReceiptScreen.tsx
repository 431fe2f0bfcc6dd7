import { useRouter } from 'expo-router';
import { StyleSheet, View } from 'react-native';
import { keyMark } from '@ravlo/contract';
import { ReceiptFacts } from '@/page/ReceiptFacts';
import { Notice } from '@/ui/Notice';
import { ScreenFrame } from '@/ui/ScreenFrame';
import { ScreenHead } from '@/ui/ScreenHead';
import { Slip } from '@/ui/Slip';
import { colours, space } from '@/ui/tokens';
import { Words } from '@/ui/Words';
import { FileChoice } from './FileChoice';
import { useReceiptCheck } from './useReceiptCheck';

/** Whether a receipt is true, and whether a PDF is the one that it is about. */
export function CheckReceiptScreen() {
  const router = useRouter();
  const { checked, fits, trouble, setReceipt, setFile } = useReceiptCheck();
  return (
    <ScreenFrame
      column
      header={
        <ScreenHead
          title="Check a receipt"
          back="To the settings"
          onBack={() => router.replace('/settings')}
        />
      }
    >
      <FileChoice
        label="The receipt"
        hint="the small file that was saved when the work arrived"
        accept="application/json,.json"
        onFile={setReceipt}
      />
      <FileChoice
        label="The file that it is about"
        hint="may be left out"
        accept="application/pdf,.pdf,image/*"
        onFile={setFile}
      />
      {trouble ? <Notice tone="attention" title={trouble} /> : null}
      {checked?.is === 'unreadable' ? (
        <Notice tone="attention" title="This is not a receipt of Ravlo’s." />
      ) : null}
      {checked?.is === 'altered' ? (
        <Notice
          tone="attention"
          title="This receipt is not true."
          detail="Something in it was changed after it was signed."
        />
      ) : null}
      {checked?.is === 'genuine' ? (
        <>
          <Notice
            tone={checked.isOurs ? 'good' : 'attention'}
            title={
              checked.isOurs ? 'This receipt is true.' : 'This receipt was signed by another class desk.'
            }
            detail={
              checked.isOurs
                ? 'This class desk has signed it, and nothing in it was changed since.'
                : 'Nothing in it was changed since, but only that desk can say that it is its own.'
            }
          />
          {fits === null ? null : (
            <Notice
              tone={fits ? 'good' : 'attention'}
              title={fits ? 'The file is the one that arrived.' : 'The file is not the one that arrived.'}
              detail={fits ? 'Byte for byte.' : 'At least one byte is another.'}
            />
          )}
          <Slip seed={checked.receipt.id}>
            <ReceiptFacts
              receipt={checked.receipt}
              stamp={checked.isOurs ? 'TRUE' : null}
              head={checked.receipt.isLate ? 'Arrived, late' : 'Arrived'}
            />
            <View style={styles.key}>
              <Words size="small" colour={colours.quiet}>
                {`Signed with the key that ends in ${keyMark(checked.receipt.key)}`}
              </Words>
            </View>
          </Slip>
        </>
      ) : null}
    </ScreenFrame>
  );
}

const styles = StyleSheet.create({ key: { paddingTop: space.half } });
