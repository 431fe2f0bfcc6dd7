import { fireEvent, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { Handle, type HandleProps } from './Handle';

function show(change: Partial<HandleProps> = {}) {
  const told = { onHold: jest.fn(), onDrag: jest.fn(), onRelease: jest.fn(), onStep: jest.fn() };
  render(
    <Handle label="Top left corner" shape="corner" x={50} y={60} isHeld={false} {...told} {...change} />,
  );
  const handle = screen.getByRole('button', { name: 'Top left corner' });
  // jsdom has no pointer capture.
  handle.setPointerCapture = () => undefined;
  return { handle, told };
}

const at = (x: number, y: number) => ({ clientX: x, clientY: y, pointerId: 1, button: 0 });

describe('Handle', () => {
  it('tells how far it was dragged from where it was taken hold of, to the pixel', () => {
    const { handle, told } = show();
    fireEvent(handle, pointer('pointerdown', at(52, 61)));
    fireEvent(handle, pointer('pointermove', at(60, 58)));
    fireEvent(handle, pointer('pointermove', at(70, 81)));
    fireEvent(handle, pointer('pointerup', at(70, 81)));
    fireEvent(handle, pointer('pointermove', at(99, 99)));
    expect(told.onHold).toHaveBeenCalledTimes(1);
    expect(told.onDrag.mock.calls).toEqual([
      [8, -3, false],
      [18, 20, false],
    ]);
    expect(told.onRelease).toHaveBeenCalledTimes(1);
  });

  it('is moved by arrow keys, ten steps at a time with shift, and leaves other keys alone', async () => {
    const { told } = show();
    await userEvent.tab();
    expect(screen.getByRole('button')).toHaveFocus();
    await userEvent.keyboard('{ArrowRight}{ArrowUp}{Shift>}{ArrowDown}{/Shift}x');
    expect(told.onStep.mock.calls).toEqual([
      [1, 0],
      [0, -1],
      [0, 10],
    ]);
  });

  it('is large enough for a finger, its middle where it was put', () => {
    const { handle } = show();
    const { width, height, left, top } = handle.style;
    expect([width, height].map(parseFloat).every((size) => size >= 44)).toBe(true);
    expect(parseFloat(left) + parseFloat(width) / 2).toBe(50);
    expect(parseFloat(top) + parseFloat(height) / 2).toBe(60);
  });
});

/** jsdom knows no PointerEvent: a mouse event under its name carries all that is read. */
function pointer(type: string, init: MouseEventInit): MouseEvent {
  return new MouseEvent(type, { bubbles: true, cancelable: true, ...init });
}
