import { fireEvent, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { sayKeys, useKeys } from './useKeys';

const key = (name: string, held: Partial<KeyboardEvent> = {}) =>
  sayKeys({ key: name, ctrlKey: false, metaKey: false, shiftKey: false, ...held });

describe('sayKeys', () => {
  it('names keys as bindings do', () => {
    expect(key('z', { ctrlKey: true })).toBe('Ctrl+Z');
    expect(key('Z', { metaKey: true, shiftKey: true })).toBe('Ctrl+Shift+Z');
    expect(key('Delete')).toBe('Delete');
    // Where a sign needs Shift differs from keyboard to keyboard.
    expect(key('?', { shiftKey: true })).toBe('?');
    expect(key('+', { shiftKey: true })).toBe('+');
  });
});

describe('useKeys', () => {
  function Screen({ onTurn }: { readonly onTurn: () => void }) {
    const keys = useKeys([{ keys: 'R', what: 'Turn right', run: onTurn }]);
    return (
      <>
        <input aria-label="Name" />
        <input type="range" aria-label="Ink" />
        {keys.isHelpOpen ? <p>All keys</p> : null}
      </>
    );
  }

  it('runs what a key stands for, but not while somebody types', async () => {
    const turn = jest.fn();
    render(<Screen onTurn={turn} />);
    await userEvent.keyboard('r');
    expect(turn).toHaveBeenCalledTimes(1);
    await userEvent.type(screen.getByLabelText('Name'), 'rrr');
    expect(turn).toHaveBeenCalledTimes(1);
    screen.getByLabelText('Ink').focus();
    await userEvent.keyboard('r');
    expect(turn).toHaveBeenCalledTimes(1);
  });

  it('shows the list under the question mark', () => {
    render(<Screen onTurn={() => undefined} />);
    fireEvent.keyDown(document.body, { key: '?', shiftKey: true });
    expect(screen.getByText('All keys')).toBeVisible();
  });
});
