import type { ShiftPosition } from '@gangway/core/model/movements';

/** A drag of the frame as a state machine: nothing, pressed on the frame, or on the way. */
export type FrameDrag =
  | { readonly phase: 'idle' }
  | {
      readonly phase: 'pressed' | 'dragging';
      readonly pointer: number;
      readonly x: number;
      readonly y: number;
      readonly from: ShiftPosition;
    };

export type FrameDragEvent =
  | { readonly type: 'press'; readonly pointer: number; readonly x: number; readonly y: number; readonly at: ShiftPosition }
  | { readonly type: 'move'; readonly pointer: number; readonly x: number; readonly y: number; readonly oneWay: boolean }
  | { readonly type: 'release'; readonly pointer: number }
  | { readonly type: 'cancel' };

/** Where the drag now is, and where it puts the frame (`null`: nowhere new). */
export interface FrameDragStep {
  readonly drag: FrameDrag;
  readonly to: ShiftPosition | null;
}

const IDLE: FrameDrag = { phase: 'idle' };
/** A press that trembles less than this is no drag, px. */
const TREMBLE_PX = 3;

/**
 * The next state of a drag. Positions are in px on the screen (y down), the
 * answer in mm to a tenth; `oneWay` keeps to the movement that has gone
 * farther. Cancelling puts the frame back where it was taken.
 */
export function frameDrag(drag: FrameDrag, event: FrameDragEvent, pixelsPerMm: number): FrameDragStep {
  switch (event.type) {
    case 'press':
      if (drag.phase !== 'idle') return { drag, to: null };
      return { drag: { phase: 'pressed', pointer: event.pointer, x: event.x, y: event.y, from: event.at }, to: null };
    case 'move': {
      if (drag.phase === 'idle' || drag.pointer !== event.pointer) return { drag, to: null };
      let dx = event.x - drag.x;
      let dy = drag.y - event.y;
      if (drag.phase === 'pressed' && Math.hypot(dx, dy) < TREMBLE_PX) return { drag, to: null };
      if (event.oneWay) {
        if (Math.abs(dx) > Math.abs(dy)) dy = 0;
        else dx = 0;
      }
      const to = { shiftMm: tenth(drag.from.shiftMm + dx / pixelsPerMm), riseMm: tenth(drag.from.riseMm + dy / pixelsPerMm) };
      return { drag: { ...drag, phase: 'dragging' }, to };
    }
    case 'release':
      if (drag.phase === 'idle' || drag.pointer !== event.pointer) return { drag, to: null };
      return { drag: IDLE, to: null };
    case 'cancel':
      return { drag: IDLE, to: drag.phase === 'dragging' ? drag.from : null };
  }
}

function tenth(mm: number): number {
  return Math.round(mm * 10) / 10 + 0;
}
