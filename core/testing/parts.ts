import { LOGIT_SCALE, type InkLikelihood } from '../src/clean/inkLikelihood';
import type { PageParts } from '../src/clean/pageParts';
import { UNSHIFTED } from '../src/clean/thresholdShift';

/** A page's parts in which nothing is but what is given. */
export function partsOf(width: number, height: number, given: Partial<PageParts> = {}): PageParts {
  const plane = () => new Uint8Array(width * height);
  return {
    ...{ step: 2, width, height, shift: UNSHIFTED },
    ...{ kinds: plane(), strokes: plane(), onRules: plane(), darkest: plane(), toned: plane() },
    ...given,
  };
}

/** What the net sees of a page on which there is nothing but what is given. */
export function seenOf(width: number, height: number, given: Partial<InkLikelihood> = {}): InkLikelihood {
  const plane = () => new Uint8Array(width * height).fill(128 - 5 * LOGIT_SCALE);
  return {
    ...{ step: 2, width, height },
    ...{ ink: plane(), rules: plane(), tones: plane(), unwanted: plane() },
    ...given,
  };
}
