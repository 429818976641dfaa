import { inFeet } from '@gangway/messages/language';
import { firstText } from '@gangway/messages/web/first';
import { paletteText } from '@gangway/messages/web/palette';
import { CALCULATORS } from '@gangway/core/calculators/registry';
import { Command } from 'cmdk';
import { Dialog } from 'radix-ui';
import { useEffect, useRef, useState, type ReactNode } from 'react';
import { useLocation, useNavigate } from 'react-router';
import { api } from '../store/api';
import { useAppDispatch } from '../store/store';
import { chooseLengths } from '../store/language';
import { chooseTheme, useTheme } from '../store/theme';
import { showSheet, useOffered } from '../ui/commands';

/** Setups of so many jobs are listed: those changed last. */
const MOST_JOBS = 12;

interface Entry {
  readonly id: string;
  readonly label: string;
  /** What tells entries of one name apart, as the job of a setup. */
  readonly of?: string;
  readonly keys?: string | undefined;
  readonly run: () => void;
}

/** How well an entry fits what was typed, 0 to 1: every word of it has to be in the entry, best at the beginning of a word. */
function fitting(entry: string, typed: string): number {
  const [text, words] = [` ${entry.toLocaleLowerCase()}`, typed.toLocaleLowerCase().split(/\s+/u).filter(Boolean)];
  if (!words.every((word) => text.includes(word))) return 0;
  const [first = ''] = words;
  if (text.startsWith(` ${first}`)) return 1;
  return text.includes(` ${first}`) ? 0.7 : 0.4;
}

/** A list of everything that can be gone to or done, found by typing. */
export function Palette({ onClose }: { readonly onClose: () => void }) {
  const navigate = useNavigate();
  const theme = useTheme();
  const { pathname } = useLocation();
  const [, jobId] = /^\/jobs\/([^/]+)/u.exec(pathname) ?? [];
  const commands = useOffered();
  const { setups, state } = useSetups();
  const [chosen, setChosen] = useState('');
  const list = useRef<HTMLDivElement>(null);
  // Whether another entry than the best was gone to by the keys.
  const moved = useRef(false);
  useEffect(() => {
    // Setups come in while somebody types: what fits best may be among them.
    const frame = requestAnimationFrame(() => {
      const best = list.current?.querySelector('[cmdk-item]')?.getAttribute('data-value');
      if (!moved.current && best != null) setChosen(best);
    });
    return () => cancelAnimationFrame(frame);
  }, [setups]);
  const to = (path: string) => () => void navigate(path);
  const places: readonly Entry[] = [
    { id: 'jobs', label: paletteText.jobs, run: to('/jobs') },
    ...(jobId === undefined ? [] : [{ id: 'log', label: paletteText.logOfThisJob, run: to(`/jobs/${jobId}/log`) }]),
    { id: 'rigs', label: paletteText.rigs, run: to('/kit/rigs') },
    { id: 'lenses', label: paletteText.items, run: to('/kit/items/lens') },
    { id: 'compare', label: paletteText.compare, run: to('/kit/compare') },
    { id: 'first', label: firstText.title, run: to('/first') },
    { id: 'calculators', label: paletteText.calculators, run: to('/calculators') },
  ];
  const here: readonly Entry[] = [
    ...commands.map(({ label, keys, run }) => ({ id: `command ${label}`, label, keys, run })),
    {
      id: 'theme',
      label: theme === 'dark-cloth' ? paletteText.paperTheme : paletteText.darkCloth,
      run: () => chooseTheme(theme === 'dark-cloth' ? 'paper' : 'dark-cloth'),
    },
    {
      id: 'lengths',
      label: inFeet() ? paletteText.inMetres : paletteText.inFeet,
      run: () => chooseLengths(inFeet() ? 'metres' : 'feet'),
    },
    { id: 'keys', label: paletteText.keys, keys: paletteText.keyKeys, run: () => showSheet('shortcuts') },
  ];
  const group = (heading: string, entries: readonly Entry[]): ReactNode =>
    entries.length > 0 && (
      <Command.Group
        heading={heading}
        className="[&_[cmdk-group-heading]]:engraved [&_[cmdk-group-heading]]:px-3 [&_[cmdk-group-heading]]:pt-3 [&_[cmdk-group-heading]]:pb-1"
      >
        {entries.map(({ id, label, of, keys, run }) => (
          <Command.Item
            key={id}
            value={`${label} ${of ?? ''} ${id}`}
            keywords={[label, of ?? '']}
            onSelect={() => {
              onClose();
              run();
            }}
            className="flex min-h-9 cursor-pointer items-center gap-3 rounded-md px-3 text-sm data-[selected=true]:bg-accent data-[selected=true]:text-on-accent max-sm:min-h-11"
          >
            <span className="min-w-0 truncate">{label}</span>
            {of !== undefined && <span className="min-w-0 truncate text-xs">{of}</span>}
            {keys !== undefined && <kbd className="ml-auto shrink-0 font-sans text-xs">{keys}</kbd>}
          </Command.Item>
        ))}
      </Command.Group>
    );
  return (
    <Dialog.Root open onOpenChange={(open) => !open && onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-[#0008]" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed top-[12dvh] left-1/2 z-50 w-[min(94vw,36rem)] -translate-x-1/2 rounded-md border border-rule bg-sheet shadow-raised"
        >
          <Dialog.Title className="sr-only">{paletteText.title}</Dialog.Title>
          <Command
            loop
            label={paletteText.title}
            value={chosen}
            onValueChange={setChosen}
            filter={(_value, search, keywords) => fitting(keywords?.join(' ') ?? '', search)}
            onKeyDown={({ key }) => (moved.current ||= key === 'ArrowDown' || key === 'ArrowUp')}
          >
            <Command.Input
              onValueChange={() => (moved.current = false)}
              placeholder={paletteText.placeholder}
              aria-label={paletteText.placeholder}
              className="h-12 w-full border-b border-hairline bg-transparent px-4 outline-none"
            />
            <Command.List ref={list} className="max-h-[60dvh] overflow-y-auto p-2" label={paletteText.title}>
              <Command.Empty className="p-4 text-sm text-ink-soft">{paletteText.nothing}</Command.Empty>
              {group(paletteText.commands, here)}
              {group(
                paletteText.setups,
                setups.map(({ id, name, job, path }) => ({ id, label: name, of: job, run: to(path) })),
              )}
              {state !== 'loaded' && (
                <p role="status" className="px-3 pt-3 text-sm text-ink-soft">
                  {state === 'loading' ? paletteText.loadingSetups : paletteText.setupsMissing}
                </p>
              )}
              {group(paletteText.pages, places)}
              {group(
                paletteText.calculators,
                CALCULATORS.map(({ name, title }) => ({ id: name, label: title, run: to(`/calculators/${name}`) })),
              )}
            </Command.List>
          </Command>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

interface SetupPlace {
  readonly id: string;
  readonly name: string;
  readonly job: string;
  readonly path: string;
}

/** The setups of the jobs that were changed last, as they come in, and whether all of them have. */
function useSetups(): { readonly setups: readonly SetupPlace[]; readonly state: 'loading' | 'loaded' | 'failed' } {
  const dispatch = useAppDispatch();
  const { data: jobs, isError } = api.useJobsQuery(undefined);
  const [found, setFound] = useState<readonly SetupPlace[]>([]);
  const [answered, setAnswered] = useState({ jobs: 0, failed: false });
  useEffect(() => {
    if (!jobs) return;
    let left = false;
    const newest = [...jobs].sort((a, b) => b.updatedAt.localeCompare(a.updatedAt)).slice(0, MOST_JOBS);
    for (const { id } of newest) {
      const request = dispatch(api.endpoints.job.initiate(id));
      void request.then(({ data: job }) => {
        request.unsubscribe();
        if (left) return;
        setAnswered((before) => ({ jobs: before.jobs + 1, failed: before.failed || !job }));
        if (!job) return;
        const own = job.setups.map((setup) => ({
          id: setup.id,
          name: setup.name,
          job: job.name,
          path: `/jobs/${job.id}/setups/${setup.id}`,
        }));
        setFound((before) => [...before, ...own]);
      });
    }
    return () => {
      left = true;
      setFound([]);
      setAnswered({ jobs: 0, failed: false });
    };
  }, [jobs, dispatch]);
  if (isError || answered.failed) return { setups: found, state: 'failed' };
  const all = jobs !== undefined && answered.jobs >= Math.min(MOST_JOBS, jobs.length);
  return { setups: found, state: all ? 'loaded' : 'loading' };
}
