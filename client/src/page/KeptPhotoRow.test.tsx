import { render, screen } from '@testing-library/react';
import { Provider } from 'react-redux';
import { createStore } from '@/packet/store';
import userEvent from '@testing-library/user-event';
import { OFFLINE } from '@/packet/trouble';
import { FRESH_LIFE } from '@/packet/photoLife';
import { KeptPhotoRow } from './KeptPhotoRow';
import type { PhotoItem } from '@/packet/photosSlice';

const item = (change: Partial<PhotoItem>): PhotoItem => ({
  ...FRESH_LIFE,
  key: 'k',
  packetId: 'p',
  name: 'sheet.jpg',
  bytes: 470_000,
  order: 1,
  isKept: true,
  ...change,
});

describe('KeptPhotoRow', () => {
  it.each([
    [{ state: 'opening' }, 'Being opened…'],
    [{ state: 'hashing' }, 'Being read…'],
    [{ state: 'waiting' }, 'Kept on this device, waiting its turn.'],
    [
      { state: 'waiting', isKept: false },
      'Not saved yet, and this browser has no room to keep it: leave this page open.',
    ],
    [{ state: 'confirmed', progress: 1 }, 'Saved, 470 KB'],
  ] as const)('%o is said in words', (change, words) => {
    render(<KeptPhotoRow item={item(change)} onWays={() => undefined} />);
    expect(screen.getByText('sheet.jpg')).toBeInTheDocument();
    expect(screen.getByText(words)).toBeInTheDocument();
    expect(screen.queryByRole('button')).toBeNull();
  });

  it('shows how far a photo has got', () => {
    render(<KeptPhotoRow item={item({ state: 'sending', progress: 0.4 })} onWays={() => undefined} />);
    expect(screen.getByRole('progressbar', { name: 'Sending sheet.jpg' })).toHaveAttribute(
      'aria-valuenow',
      '40',
    );
    expect(screen.getByText('40 % of 470 KB')).toBeInTheDocument();
  });

  it.each([
    [
      { state: 'held', trouble: { kind: 'photo-empty', detail: '“sheet.jpg” is empty.' } },
      '“sheet.jpg” is empty.',
    ],
    [
      { state: 'waiting', trouble: OFFLINE },
      'Kept on this device, not on Ravlo yet. It goes up by itself as soon as it can.',
    ],
  ] as const)('%o: says why it does not get through, and offers ways on', async (change, words) => {
    const ways = jest.fn();
    render(
      <Provider store={createStore()}>
        <KeptPhotoRow item={item(change)} onWays={ways} />
      </Provider>,
    );
    expect(screen.getByText(words)).toBeInTheDocument();
    await userEvent.click(screen.getByRole('button', { name: 'What to do with sheet.jpg' }));
    expect(ways).toHaveBeenCalledTimes(1);
  });

  it('says that the very photo is there already, and lets it be left out', async () => {
    const leaveOut = jest.fn();
    const saved = item({ state: 'confirmed', progress: 1, pageId: 'q' });
    render(<KeptPhotoRow item={saved} onWays={() => undefined} twin={2} onLeaveOut={leaveOut} />);
    expect(screen.getByText('You have this very photo already, as page 2.')).toBeInTheDocument();
    await userEvent.click(screen.getByRole('button', { name: 'Leave it out' }));
    expect(leaveOut).toHaveBeenCalledTimes(1);
  });
});
