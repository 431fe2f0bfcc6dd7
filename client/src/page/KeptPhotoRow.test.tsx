import { render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { OFFLINE } from '@/packet/trouble';
import { OutboxRow } from './OutboxRow';
import type { PhotoItem } from '@/packet/photosSlice';

const item = (change: Partial<PhotoItem>): PhotoItem => ({
  key: 'k',
  packetId: 'p',
  name: 'sheet.jpg',
  bytes: 470_000,
  state: 'waiting',
  progress: 0,
  isKept: true,
  trouble: null,
  pageId: null,
  ...change,
});

describe('OutboxRow', () => {
  it.each([
    [{ state: 'opening' }, 'Being opened…'],
    [{ state: 'keeping' }, 'Being kept…'],
    [{ state: 'waiting' }, 'Kept on this device, waiting its turn.'],
    [
      { state: 'waiting', trouble: OFFLINE },
      'Kept on this device, not on Ravlo yet. It goes up by itself as soon as it can.',
    ],
    [
      { state: 'waiting', isKept: false },
      'Not saved yet, and this browser has no room to keep it: leave this page open.',
    ],
    [{ state: 'saved', progress: 1 }, 'Saved, 470 KB'],
  ] as const)('%o is said in words', (change, words) => {
    render(<OutboxRow item={item(change)} onDismiss={() => undefined} />);
    expect(screen.getByText('sheet.jpg')).toBeInTheDocument();
    expect(screen.getByText(words)).toBeInTheDocument();
    expect(screen.queryByRole('button')).toBeNull();
  });

  it('shows how far a photo has got', () => {
    render(<OutboxRow item={item({ state: 'sending', progress: 0.4 })} onDismiss={() => undefined} />);
    expect(screen.getByRole('progressbar', { name: 'Sending sheet.jpg' })).toHaveAttribute(
      'aria-valuenow',
      '40',
    );
    expect(screen.getByText('40 % of 470 KB')).toBeInTheDocument();
  });

  it('says why a file is refused and lets it be dismissed', async () => {
    const dismiss = jest.fn();
    const trouble = { kind: 'photo-empty', detail: '“sheet.jpg” is empty.' } as const;
    render(<OutboxRow item={item({ state: 'refused', trouble })} onDismiss={dismiss} />);
    expect(screen.getByText('“sheet.jpg” is empty.')).toBeInTheDocument();
    await userEvent.click(screen.getByRole('button', { name: 'Dismiss sheet.jpg' }));
    expect(dismiss).toHaveBeenCalledTimes(1);
  });

  it('says that the very photo is there already, and lets it be left out', async () => {
    const leaveOut = jest.fn();
    const saved = item({ state: 'saved', progress: 1, pageId: 'q' });
    render(<OutboxRow item={saved} onDismiss={() => undefined} twin={2} onLeaveOut={leaveOut} />);
    expect(screen.getByText('You have this very photo already, as page 2.')).toBeInTheDocument();
    await userEvent.click(screen.getByRole('button', { name: 'Leave it out' }));
    expect(leaveOut).toHaveBeenCalledTimes(1);
  });
});
