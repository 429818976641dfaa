import { uiText } from '@gangway/messages/web/ui';
import { Component, lazy, useState, type ComponentType, type ReactNode } from 'react';
import { ErrorNote } from './ErrorNote';
import { whenLetGo } from '../store/pressed';

type PropsOf<C> = C extends (props: infer P) => ReactNode ? (P extends object ? P : object) : never;

/** A component that is loaded when it is shown, or when its `load` is called. */
export type LazyPart<P> = ComponentType<P> & {
  /** Loads it, so that it is drawn at once; where that fails, it tries again as it is shown. */
  readonly load: () => Promise<void>;
};

/** What is not loaded yet, in the order in which it became known. */
const waiting: (() => Promise<unknown>)[] = [];

/** Tries each part again that could not be loaded: what kept one away kept the others away too. */
const failed = new Set<() => void>();

function retryAll(): void {
  const again = [...failed];
  failed.clear();
  for (const retry of again) retry();
}

/**
 * A part of the page that is loaded when it is shown first, or before, when
 * the page is idle. Where it cannot be loaded it says so in its own place and
 * can be tried again; what is around it stays.
 *
 * @param load fetches the module that has the part
 * @param name the name under which the module exports it
 */
export function lazyPart<M, K extends keyof M>(load: () => Promise<M>, name: K): LazyPart<PropsOf<M[K]>> {
  type Props = PropsOf<M[K]>;
  waiting.push(load);
  // What is exported under the name is the component with these properties.
  const component = async () => (await load())[name] as ComponentType<Props>;
  const fresh = () => lazy(async () => ({ default: await component() }));
  // Drawn at once where it is loaded already: React waits for anything lazy, if only for a moment.
  let here: ComponentType<Props> | null = null;
  // Outside of the component: one that waits for its part is drawn anew from nothing.
  let Loaded = fresh();
  function Part(props: Props) {
    const [attempt, setAttempt] = useState(0);
    // The same one for as long as it is shown: another component in its place would lose what was entered.
    const [Early] = useState<{ readonly Here: ComponentType<Props> | null }>(() => ({ Here: here }));
    const Now = Early.Here ?? Loaded;
    return (
      <PartBoundary
        key={attempt}
        // React keeps what failed to load: the next attempt is a part of its own.
        onFailed={() => {
          Loaded = fresh();
          failed.add(() => setAttempt((n) => n + 1));
        }}
        onRetry={retryAll}
      >
        <Now {...props} />
      </PartBoundary>
    );
  }
  const loadNow = async () => {
    here = await component();
  };
  return Object.assign(Part, { load: loadNow });
}

/** Why a browser could not load a part, as it says so. */
const NOT_LOADED = /dynamically imported module|importing a module|preload/iu;

interface PartBoundaryProps {
  readonly onFailed: () => void;
  readonly onRetry: () => void;
  readonly children: ReactNode;
}

/** Catches that a part could not be loaded; what breaks in it later goes on to the page. */
class PartBoundary extends Component<PartBoundaryProps, { readonly error: Error | null }> {
  override state = { error: null as Error | null };

  static getDerivedStateFromError(error: unknown) {
    return { error: error instanceof Error ? error : new Error(String(error)) };
  }

  override componentDidCatch(): void {
    this.props.onFailed();
  }

  override render(): ReactNode {
    const { error } = this.state;
    if (error === null) return this.props.children;
    if (!NOT_LOADED.test(error.message)) throw error;
    return <ErrorNote words={uiText.thisPartCouldNotBeLoaded} onRetry={this.props.onRetry} />;
  }
}

/** The next part is fetched after this much quiet, ms. */
const PAUSE_MS = 100;

/** So long nothing must have arrived before parts that nobody asked for are fetched, ms. */
const QUIET_MS = 2000;

/** Runs something once no file and no answer has arrived for a while, so that it takes nothing from what is waited for. */
export function whenQuiet(run: () => void): void {
  const last = Math.max(0, ...performance.getEntriesByType('resource').map((each) => (each as PerformanceResourceTiming).responseEnd));
  const left = last + QUIET_MS - performance.now();
  if (left <= 0) run();
  else setTimeout(() => whenQuiet(run), left);
}

/** Fetches what is not loaded yet, one part after the other, whenever the page is idle and nothing is dragged. */
export function preloadParts(): void {
  const soon = typeof requestIdleCallback === 'function' ? requestIdleCallback : (then: () => void) => setTimeout(then, 200);
  const idle = (then: () => void): unknown => soon(() => whenLetGo(then));
  const next = (): void => {
    const load = waiting.shift();
    if (!load) {
      // A part that was loaded may have brought others.
      setTimeout(next, 40 * PAUSE_MS);
      return;
    }
    load().then(
      () => setTimeout(() => idle(next), PAUSE_MS),
      () => {
        // The server is away; there is no hurry.
        waiting.unshift(load);
        setTimeout(() => idle(next), 80 * PAUSE_MS);
      },
    );
  };
  whenQuiet(() => idle(next));
}
