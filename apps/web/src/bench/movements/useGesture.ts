import { useState } from 'react';

/** Key presses that follow each other within this belong to one gesture. */
const KEYS_TOGETHER_MS = 900;

/**
 * Names gestures, so that one drag or one run of key presses is one step to
 * undo. `begin` at the press of the pointer, `end` at its release; `id` for
 * each change between, or by keys.
 */
export function useGesture(): Gesture {
  const [gesture] = useState(newGesture);
  return gesture;
}

interface Gesture {
  readonly begin: () => void;
  readonly end: () => void;
  readonly id: () => string;
}

function newGesture(): Gesture {
  let own = crypto.randomUUID();
  let pointer = false;
  let last = 0;
  return {
    begin: () => {
      own = crypto.randomUUID();
      pointer = true;
      last = Date.now();
    },
    end: () => {
      pointer = false;
      last = 0;
    },
    id: () => {
      const now = Date.now();
      if (!pointer && now - last > KEYS_TOGETHER_MS) own = crypto.randomUUID();
      last = now;
      return own;
    },
  };
}
