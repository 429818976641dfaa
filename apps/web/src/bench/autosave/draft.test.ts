import { DEMO_SETUPS } from '@gangway/contract/demo';
import { storedSettings } from '@gangway/contract/storedSetup';
import { createDraftWriter, dropDraft, readDraft, writeDraft, type Draft } from './draft';

/** A tab: its own storage, and whether it is shown. */
function tab(): { readonly kept: Map<string, string>; readonly fire: (type: string) => void; full: boolean; forbidden: boolean } {
  const kept = new Map<string, string>();
  const listeners = new Map<string, (() => void)[]>();
  const listen = (type: string, then: () => void): void => void listeners.set(type, [...(listeners.get(type) ?? []), then]);
  const state = { kept, full: false, forbidden: false, fire: (type: string) => listeners.get(type)?.forEach((then) => then()) };
  const open = (): void => {
    if (state.forbidden) throw new Error('storage is forbidden here');
  };
  const storage = {
    getItem: (key: string) => (open(), kept.get(key) ?? null),
    setItem: (key: string, value: string) => {
      open();
      if (state.full) throw new Error('storage is full');
      kept.set(key, value);
    },
    removeItem: (key: string) => (open(), void kept.delete(key)),
  };
  Object.assign(globalThis, { sessionStorage: storage, addEventListener: listen, document: { addEventListener: listen } });
  return state;
}

const settings = DEMO_SETUPS[4]?.settings;
if (!settings) throw new Error('no slipway');
const draft: Draft = { version: 3, name: 'Slipway at low water', settings, lost: ['00000000-0000-4000-8000-0000000000aa'] };
/** As it lies in the storage. */
const stored = { ...draft, settings: storedSettings(draft.settings) };
const warned = jest.spyOn(console, 'warn').mockImplementation(() => undefined);

beforeEach(() => {
  jest.useFakeTimers();
  warned.mockClear();
});
afterEach(() => jest.useRealTimers());

describe('the draft of what is not saved yet', () => {
  test('comes back as it was, rig, pins and all, and each setup has its own', () => {
    tab();
    writeDraft('a', draft);
    writeDraft('b', { ...draft, name: 'Tower' });
    expect(readDraft('a')).toEqual(draft);
    expect(readDraft('b')?.name).toBe('Tower');
    dropDraft('a');
    expect(readDraft('a')).toBeNull();
    expect(readDraft('b')?.name).toBe('Tower');
  });

  test('holds what was set, not what follows from it', () => {
    const { kept } = tab();
    writeDraft('a', draft);
    const [text = ''] = kept.values();
    expect(text).toContain('"parts"');
    expect(text).not.toContain('"circle"');
  });

  test.each([
    ['no JSON', '{'],
    ['of another shape', '{"version":1}'],
    ['with a field too many', JSON.stringify({ ...stored, colour: 1 })],
    ['with a value that cannot be', JSON.stringify({ ...stored, settings: { ...stored.settings, fNumber: -1 } })],
    ['of no version', JSON.stringify({ ...stored, version: 0 })],
  ])('%s is none', (_what, text) => {
    const { kept } = tab();
    kept.set('gangway.draft.a', text);
    expect(readDraft('a')).toBeNull();
    // Just this was wrong with it.
    kept.set('gangway.draft.a', JSON.stringify(stored));
    expect(readDraft('a')).toEqual(draft);
  });

  test('a full or forbidden storage loses this net only: nothing is thrown, and it is said in the console', () => {
    const here = tab();
    here.full = true;
    expect(() => writeDraft('a', draft)).not.toThrow();
    here.forbidden = true;
    expect(readDraft('a')).toBeNull();
    expect(() => dropDraft('a')).not.toThrow();
    expect(warned).toHaveBeenCalledTimes(3);
  });
});

describe('when a draft is written', () => {
  test('once for all that was asked in a quarter of a second', () => {
    tab();
    const write = jest.fn();
    const writer = createDraftWriter(write);
    for (let i = 0; i < 20; i++) {
      writer.soon();
      jest.advanceTimersByTime(10);
    }
    expect(write).not.toHaveBeenCalled();
    jest.advanceTimersByTime(60);
    expect(write).toHaveBeenCalledTimes(1);
    writer.soon();
    jest.advanceTimersByTime(250);
    expect(write).toHaveBeenCalledTimes(2);
  });

  test.each(['pagehide', 'visibilitychange'])('at once at %s, if something waits', (type) => {
    const here = tab();
    const write = jest.fn();
    const writer = createDraftWriter(write);
    here.fire(type);
    expect(write).not.toHaveBeenCalled();
    writer.soon();
    here.fire(type);
    expect(write).toHaveBeenCalledTimes(1);
    // What was written is not written again when its time comes.
    jest.advanceTimersByTime(1000);
    expect(write).toHaveBeenCalledTimes(1);
  });

  test('not at all once it is stopped', () => {
    tab();
    const write = jest.fn();
    const writer = createDraftWriter(write);
    writer.soon();
    writer.stop();
    jest.advanceTimersByTime(1000);
    writer.now();
    expect(write).not.toHaveBeenCalled();
  });
});
