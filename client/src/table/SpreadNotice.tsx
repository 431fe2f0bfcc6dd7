import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import type { Page } from '@ravlo/contract';
import { dropOfSpread, spreadsOf, takeSpreadAsOne } from '@/packet/spreads';
import { useAppDispatch, type AppThunk } from '@/packet/store';
import type { Trouble } from '@/packet/trouble';
import { told } from '@/packet/troublesSlice';
import { Button } from '@/ui/Button';
import { Notice } from '@/ui/Notice';
import { space } from '@/ui/tokens';

/** Says that two pages came from one photo of an open book, with what a person may want instead in one press. */
export function SpreadNotice({ pages }: { readonly pages: readonly Page[] }) {
  const dispatch = useAppDispatch();
  const [settled, setSettled] = useState<ReadonlySet<string>>(new Set());
  const open = spreadsOf(pages).filter(({ left }) => !settled.has(left.id));
  if (open.length === 0) return null;
  const [{ left, right }] = open;
  const number = (page: Page) => pages.indexOf(page) + 1;
  const make = (move: AppThunk<Promise<Trouble | null>>) =>
    void dispatch(move).then((trouble) => {
      if (trouble) dispatch(told(trouble));
    });
  const others = open.length - 1;
  return (
    <Notice
      title={`Pages ${number(left)} and ${number(right)} are the two sides of an open book.`}
      detail={others > 0 ? `And ${others} more like these.` : undefined}
      below={
        <View style={styles.row}>
          <Button
            compact
            label="Keep both"
            onPress={() => setSettled(new Set([...settled, ...open.map((each) => each.left.id)]))}
          />
          <Button compact label="As one page" onPress={() => make(takeSpreadAsOne(pages, left))} />
          <Button
            compact
            label={`Drop page ${number(left)}`}
            onPress={() => make(dropOfSpread(pages, left))}
          />
          <Button
            compact
            label={`Drop page ${number(right)}`}
            onPress={() => make(dropOfSpread(pages, right))}
          />
        </View>
      }
    />
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: space.one },
});
