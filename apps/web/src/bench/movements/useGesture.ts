import { useRef } from 'react';

/** Key presses that follow each other within this belong to one gesture. */
const KEYS_TOGETHER_MS = 900;

/**
 * Names gestures, so that one drag or one run of key presses is one step to
 * undo. `begin` at the press of the pointer, `end` at its release; `id` for
 * each change between, or by keys.
 */
export function useGesture(): { readonly begin: () => void; readonly end: () => void; readonly id: () => string } {
  const state = useRef({ id: crypto.randomUUID(), pointer: false, last: 0 });
  return {
    begin: () => {
      state.current = { id: crypto.randomUUID(), pointer: true, last: Date.now() };
    },
    end: () => {
      state.current.pointer = false;
      state.current.last = 0;
    },
    id: () => {
      const now = Date.now();
      const { pointer, last } = state.current;
      if (!pointer && now - last > KEYS_TOGETHER_MS) state.current.id = crypto.randomUUID();
      state.current.last = now;
      return state.current.id;
    },
  };
}
