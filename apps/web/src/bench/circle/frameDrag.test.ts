import { frameDrag, type FrameDrag } from './frameDrag';

const idle: FrameDrag = { phase: 'idle' };
const press = (drag: FrameDrag = idle) =>
  frameDrag(drag, { type: 'press', pointer: 1, x: 100, y: 100, at: { riseMm: 5, shiftMm: 0 } }, 10).drag;
const move = (drag: FrameDrag, x: number, y: number, oneWay = false, pointer = 1) =>
  frameDrag(drag, { type: 'move', pointer, x, y, oneWay }, 10);

describe('dragging the frame', () => {
  test('follows the pointer in millimetres, up on the screen being rise', () => {
    expect(move(press(), 130, 80).to).toEqual({ shiftMm: 3, riseMm: 7 });
  });

  test('a trembling press moves nothing', () => {
    expect(move(press(), 101, 101).to).toBeNull();
  });

  test('kept to one way, the smaller movement stays', () => {
    expect(move(press(), 130, 90, true).to).toEqual({ shiftMm: 3, riseMm: 5 });
    expect(move(press(), 110, 50, true).to).toEqual({ shiftMm: 0, riseMm: 10 });
  });

  test('Escape puts the frame back where it was taken', () => {
    const dragging = move(press(), 150, 150).drag;
    expect(frameDrag(dragging, { type: 'cancel' }, 10)).toEqual({ drag: idle, to: { riseMm: 5, shiftMm: 0 } });
  });

  test('a second finger neither takes over nor lets go', () => {
    const dragging = move(press(), 150, 100).drag;
    expect(press(dragging)).toBe(dragging);
    expect(move(dragging, 0, 0, false, 2).to).toBeNull();
    expect(frameDrag(dragging, { type: 'release', pointer: 2 }, 10).drag).toBe(dragging);
    expect(frameDrag(dragging, { type: 'release', pointer: 1 }, 10).drag).toEqual(idle);
  });

  test('moves without a press are nothing', () => {
    expect(move(idle, 10, 10)).toEqual({ drag: idle, to: null });
  });
});
