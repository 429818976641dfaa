/** Whether a pointer is down anywhere on the page, and who waits for it to be let go. */
let pressed = false;
const waiting = new Set<() => void>();

// The outbox, which asks too, is also tested without a page.
if (typeof addEventListener === 'function') {
  addEventListener('pointerdown', () => (pressed = true), { capture: true });
  for (const end of ['pointerup', 'pointercancel', 'blur'] as const) {
    addEventListener(
      end,
      ({ target }) => {
        // A press moves the focus from one thing to another: only the whole window's leaving ends it.
        if (end === 'blur' && target !== window) return;
        pressed = false;
        for (const run of [...waiting]) run();
      },
      { capture: true },
    );
  }
}

/** Whether something is being pressed, and so perhaps dragged. */
export const isPressed = (): boolean => pressed;

/** How many times as long a change waits to be stored and sent while something is dragged. */
const DRAGGED = 4;

/** How long a change waits to be stored or sent, ms: longer while something is dragged, since more follows at once. */
export const gatheredFor = (ms: number): number => (pressed ? DRAGGED * ms : ms);

/**
 * Calls something each time the pointer is let go.
 *
 * @returns ends that
 */
export function onLetGo(run: () => void): () => void {
  waiting.add(run);
  return () => {
    waiting.delete(run);
  };
}

/** Runs something now, or once what is dragged is let go. */
export function whenLetGo(run: () => void): void {
  if (!pressed) {
    run();
    return;
  }
  const end = onLetGo(() => {
    end();
    run();
  });
}
