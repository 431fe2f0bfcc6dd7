import { outlineRemark } from './outlineRemark';

describe('outlineRemark', () => {
  const corners: [[number, number], [number, number], [number, number], [number, number]] = [
    [0, 0],
    [1, 0],
    [1, 1],
    [0, 1],
  ];
  it('points only at what needs a look', () => {
    expect(outlineRemark({ by: 'finder', corners, confidence: 0.97 })).toBeNull();
    expect(outlineRemark({ by: 'finder', corners, confidence: 0.5 })).toBe('Check its edges');
    expect(outlineRemark({ by: 'whole', reason: 'none-found' })).toBe('No sheet found');
    expect(outlineRemark({ by: 'whole', reason: 'through-writing' })).toBe('Whole photo: check its edges');
    expect(outlineRemark({ by: 'whole', reason: 'chosen' })).toBeNull();
    expect(outlineRemark({ by: 'whole', reason: 'all-sheet' })).toBeNull();
    expect(outlineRemark({ by: 'hand', corners })).toBeNull();
  });
});
