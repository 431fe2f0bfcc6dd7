import { fireEvent, render, screen } from '@testing-library/react';
import type { Mail } from '@ravlo/contract';
import { MailRow } from './MailRow';

const mail = (change: Partial<Mail> = {}): Mail => ({
  ...{ id: '11111111-1111-4111-8111-111111111111', from: 'Ravlo', to: 'ada@skerry-point.example' },
  ...{ subject: 'Rope log', text: 'Dear Ada', at: '2026-05-14T18:00:00.000Z', state: 'sent', about: 'work' },
  ...{ why: null, attachments: [{ name: 'log.pdf', type: 'application/pdf', bytes: 20_000 }] },
  ...{ isMadeUp: true, isSame: true },
  ...change,
});

const show = (change: Partial<Mail>) =>
  render(<MailRow mail={mail(change)} isOpen onPress={() => undefined} />);

describe('a message in the tray', () => {
  it.each<[Partial<Mail>, RegExp]>([
    [{}, /byte for byte as it was sent/],
    [{ isSame: false }, /is not what was sent/],
    [{ isSame: null, state: 'failed', why: 'No room' }, /No room/],
    [{ isSame: null, state: 'unsure' }, /unsure/],
  ])('%j says what has become of it', (change, words) => {
    show(change);
    expect(screen.getAllByText(words).length).toBeGreaterThan(0);
  });

  it('that a real server took is not called made up', () => {
    show({ isMadeUp: false, isSame: null });
    expect(screen.queryByText(/Made up/)).toBeNull();
    expect(screen.getByText('Dear Ada')).toBeTruthy();
    expect(screen.getByRole('button', { name: /^log\.pdf, / })).toBeTruthy();
  });

  it('is opened by a press, and shows nothing of its inside before', () => {
    const press = jest.fn();
    render(<MailRow mail={mail()} isOpen={false} onPress={press} />);
    expect(screen.queryByText('Dear Ada')).toBeNull();
    fireEvent.click(screen.getByRole('button'));
    expect(press).toHaveBeenCalledTimes(1);
  });
});
