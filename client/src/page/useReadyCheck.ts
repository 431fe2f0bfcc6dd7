import { useEffect, useMemo } from 'react';
import {
  readyCheck,
  UNNAMED,
  type OpenPacket,
  type PageFacts,
  type ReadyFacts,
  type ReadyLine,
} from '@ravlo/contract';
import { selectRecipe } from '@/packet/editsSlice';
import { sameItems } from '@/packet/sameItems';
import { useAppDispatch, useAppSelector } from '@/packet/store';
import { ensureVerdict } from '@/packet/verdicts';
import { selectChecked } from '@/packet/verdictsSlice';
import { useOnItsWay } from './useOnItsWay';
import { twinAmong, type SeenPage } from './pageRemarks';
import { outlineRemark } from './outlineRemark';
import { sayReason } from './sayVerdict';

export interface ReadyGiven {
  /** the name that the file will have */
  readonly name: string;
  /** null while the file is being made */
  readonly bytes: number | null;
  readonly pagesAsked?: ReadyFacts['pagesAsked'];
  readonly parts?: ReadyFacts['parts'];
  readonly nameAsked?: string;
  readonly mostBytes: number | null;
  /** see ReadyFacts */
  readonly leastBytes?: number;
  /** numbers of the pages that cannot be developed */
  readonly lost: readonly number[];
}

const NO_PAGES: OpenPacket['pages'] = [];

/** The packet held against what a reader needs. Pages that nobody has judged yet are judged meanwhile. */
export function useReadyCheck(
  packet: OpenPacket | undefined,
  { name, bytes, pagesAsked, parts, nameAsked, mostBytes, leastBytes, lost }: ReadyGiven,
): ReadyLine[] {
  const dispatch = useAppDispatch();
  const pages = packet?.pages ?? NO_PAGES;
  const recipes = useAppSelector((state) => pages.map((page) => selectRecipe(state, page)), sameItems);
  const onItsWay = useOnItsWay(packet?.id);
  const checked = useAppSelector((state) => pages.map((page) => selectChecked(state, page)), sameItems);
  useEffect(() => {
    for (const page of pages) void dispatch(ensureVerdict(page));
  }, [dispatch, pages, recipes]);
  return useMemo(() => {
    const seen = pages.map((page, i): SeenPage => ({ page, recipe: recipes[i], checked: checked[i] }));
    return readyCheck({
      pages: seen.map((_, i) => factsOf(seen, i, lost)),
      name: name === UNNAMED ? null : name,
      bytes,
      onItsWay,
      pagesAsked,
      parts,
      nameAsked,
      mostBytes,
      leastBytes,
    });
  }, [
    pages,
    recipes,
    checked,
    name,
    onItsWay,
    bytes,
    pagesAsked,
    parts,
    nameAsked,
    mostBytes,
    leastBytes,
    lost,
  ]);
}

function factsOf(seen: readonly SeenPage[], i: number, lost: readonly number[]): PageFacts {
  const { page, recipe, checked } = seen[i];
  const twin = twinAmong(seen, i);
  return {
    id: page.id,
    verdict: checked?.verdict.word ?? null,
    why: checked?.verdict.reasons[0] && sayReason(checked.verdict.reasons[0].kind),
    isSheetMissing: recipe.outline.by === 'whole' && outlineRemark(recipe.outline) !== null,
    twinOf: twin === null ? null : twin + 1,
    isLandscape: checked?.isLandscape,
    isAsShot: recipe.look === 'as-shot',
    isLost: lost.includes(i + 1),
  };
}
