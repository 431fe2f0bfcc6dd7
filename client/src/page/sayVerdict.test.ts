import type { ReasonKind, Verdict } from '@ravlo/core';
import { placesOf, sayPacket, sayVerdict } from './sayVerdict';

const verdict = (word: Verdict['word'], ...kinds: ReasonKind[]): Verdict => ({
  word,
  legibility: 0.5,
  reasons: kinds.map((kind) => ({ kind, weight: 0.5, value: 1, place: [0, 0, 0.5, 0.5], says: '', fix: '' })),
});
const WELL = verdict('reads-well');

describe('what is said of verdicts', () => {
  it('of one page: the word and the worst reason, or nothing', () => {
    expect(sayVerdict(WELL)).toBeNull();
    expect(sayVerdict(verdict('take-again', 'blurred', 'faint'))).toBe('Take again: blurred');
    expect(sayVerdict(verdict('hard-to-read'))).toBe('Hard to read');
  });

  it.each([
    [[WELL], '1 page. It reads well.'],
    [[WELL, WELL], '2 pages. All read well.'],
    [[WELL, verdict('hard-to-read', 'faint'), WELL], '3 pages. 2 read well.'],
    [[verdict('take-again', 'glare')], '1 page. None read well.'],
    [[WELL, null], '2 pages'],
    [[], '0 pages'],
  ])('of a packet: %#', (verdicts, words) => {
    expect(sayPacket(verdicts)).toBe(words);
  });

  it('marks places only where something is wrong', () => {
    expect(placesOf(WELL)).toEqual([]);
    expect(placesOf(verdict('take-again', 'glare'))).toEqual([[0, 0, 0.5, 0.5]]);
  });
});
