import { useRef, useState, type PointerEvent, type ReactNode, type WheelEvent } from 'react';
import { StyleSheet, View } from 'react-native';
import { useKeyPresses } from '@/ui/useKeys';
import { bounded, FITTING, viewOf, zoomAt, type View as Place, type Zoom } from './zoom';

export interface ZoomStageProps {
  readonly content: { readonly width: number; readonly height: number };
  readonly margin: number;
  /** called with -1 or 1 when the person swipes to the page before or behind */
  readonly onSwipe: (by: -1 | 1) => void;
  /** plain presses draw instead of swiping */
  readonly holdsStill?: boolean;
  readonly children: (place: Place, stage: { width: number; height: number }, zoom: Zoom) => ReactNode;
}

const WHEEL_STEP = 0.0022;
const KEY_STEP = 1.4;
/** Two presses within so many ms, px apart, are a double one. */
const DOUBLE_MS = 320;
const DOUBLE_PX = 24;
const DOUBLE_ZOOM = 2.5;
const LEAST_SWIPE = 60;

interface Touch {
  readonly startX: number;
  readonly startY: number;
  x: number;
  y: number;
}

/** A place for something to be looked at closely: pinch, wheel, double press and keys enlarge it, dragging moves it. */
export function ZoomStage({ content, margin, onSwipe, holdsStill = false, children }: ZoomStageProps) {
  const [stage, setStage] = useState({ width: 0, height: 0 });
  const [zoom, setZoom] = useState<Zoom>(FITTING);
  const touches = useRef(new Map<number, Touch>());
  const lastPress = useRef({ time: 0, x: 0, y: 0 });
  const box = useRef<HTMLDivElement>(null);
  const sizes = { stage, content, margin };
  const shown = bounded(sizes, zoom);

  const local = (event: { clientX: number; clientY: number }) => {
    const { left, top } = box.current?.getBoundingClientRect() ?? { left: 0, top: 0 };
    return { x: event.clientX - left, y: event.clientY - top };
  };
  const enlarge = (by: number, at: { x: number; y: number }) =>
    setZoom((now) => zoomAt(sizes, bounded(sizes, now), by, at));

  const down = (event: PointerEvent<HTMLDivElement>) => {
    if (event.pointerType === 'mouse' && event.button !== 0) return;
    const at = local(event);
    touches.current.set(event.pointerId, { startX: at.x, startY: at.y, ...at });
  };
  const move = (event: PointerEvent<HTMLDivElement>) => {
    const touch = touches.current.get(event.pointerId);
    if (!touch) return;
    const at = local(event);
    const others = [...touches.current].filter(([id]) => id !== event.pointerId);
    if (others.length === 1) {
      const [[, other]] = others;
      const before = Math.hypot(touch.x - other.x, touch.y - other.y);
      const after = Math.hypot(at.x - other.x, at.y - other.y);
      enlarge(after / Math.max(1, before), { x: (at.x + other.x) / 2, y: (at.y + other.y) / 2 });
    }
    const share = others.length === 0 ? 1 : 0.5;
    if (shown.factor > 1 && !(holdsStill && others.length === 0)) {
      const [dx, dy] = [(at.x - touch.x) * share, (at.y - touch.y) * share];
      setZoom((now) => bounded(sizes, { ...now, x: now.x + dx, y: now.y + dy }));
    }
    touch.x = at.x;
    touch.y = at.y;
  };
  const up = (event: PointerEvent<HTMLDivElement>) => {
    const touch = touches.current.get(event.pointerId);
    const wasAlone = touches.current.size === 1;
    touches.current.delete(event.pointerId);
    if (!touch || !wasAlone || holdsStill) return;
    const [dx, dy] = [touch.x - touch.startX, touch.y - touch.startY];
    if (shown.factor === 1 && Math.abs(dx) > LEAST_SWIPE && Math.abs(dx) > 2 * Math.abs(dy)) {
      onSwipe(dx > 0 ? -1 : 1);
      return;
    }
    if (Math.hypot(dx, dy) > DOUBLE_PX) return;
    const { time, x, y } = lastPress.current;
    const isDouble = event.timeStamp - time < DOUBLE_MS && Math.hypot(touch.x - x, touch.y - y) < DOUBLE_PX;
    lastPress.current = { time: isDouble ? 0 : event.timeStamp, x: touch.x, y: touch.y };
    if (isDouble) setZoom(shown.factor > 1 ? FITTING : zoomAt(sizes, shown, DOUBLE_ZOOM, touch));
  };
  const wheel = (event: WheelEvent) => enlarge(Math.exp(-event.deltaY * WHEEL_STEP), local(event));
  const middle = { x: stage.width / 2, y: stage.height / 2 };
  useKeyPresses({
    '+': () => enlarge(KEY_STEP, middle),
    '=': () => enlarge(KEY_STEP, middle),
    '-': () => enlarge(1 / KEY_STEP, middle),
    '0': () => setZoom(FITTING),
  });

  return (
    <View
      style={styles.stage}
      onLayout={({ nativeEvent }) =>
        setStage({ width: nativeEvent.layout.width, height: nativeEvent.layout.height })
      }
    >
      <div
        ref={box}
        data-testid="bench-stage"
        data-zoom={shown.factor.toFixed(2)}
        onPointerDown={down}
        onPointerMove={move}
        onPointerUp={up}
        onPointerCancel={(event) => touches.current.delete(event.pointerId)}
        onPointerLeave={(event) => event.pointerType === 'mouse' && touches.current.delete(event.pointerId)}
        onWheel={wheel}
        style={{
          position: 'absolute',
          inset: 0,
          overflow: 'hidden',
          touchAction: 'none',
          userSelect: 'none',
        }}
      >
        {stage.width > 0 && content.width > 0 ? children(viewOf(sizes, shown), stage, shown) : null}
      </div>
    </View>
  );
}

const styles = StyleSheet.create({ stage: { flex: 1, overflow: 'hidden' } });
