import { paletteText } from '@gangway/messages/web/palette';
import { uiText } from '@gangway/messages/web/ui';
import { BookOpen, Camera, FolderOpen, Moon, Search, Sun } from 'lucide-react';
import { Suspense, type ReactNode } from 'react';
import { Link, NavLink } from 'react-router';
import { chooseTheme, useTheme } from '../store/theme';
import { IconButton } from './Button';
import { showSheet } from './commands';
import { lazyPart } from './lazyPart';
import { useNotes } from './Notes';
import { useSlots } from './Slots';

const MessageList = lazyPart(() => import('./MessageList'), 'MessageList');

const PAGES = [
  { to: '/jobs', label: uiText.jobs, title: uiText.jobsAndTheirSetups, Icon: FolderOpen, onPhone: false },
  { to: '/kit', label: uiText.kit, title: uiText.kitTheEquipmentYouOwn, Icon: Camera, onPhone: true },
  { to: '/calculators', label: uiText.calculators, title: uiText.calculatorsEveryCalculationOnIts, Icon: BookOpen, onPhone: true },
];

/** The bar at the top of every page: the name, the current place, its actions, the links to the other pages and the theme. */
export function TopBar({ where, children }: { readonly where?: ReactNode; readonly children?: ReactNode }) {
  const theme = useTheme();
  const { Waiting } = useSlots();
  const { notes } = useNotes();
  const dark = theme === 'dark-cloth';
  return (
    <header className="print:hidden flex h-12 shrink-0 items-center gap-3 border-b border-hairline px-4 max-sm:gap-1 max-sm:px-2">
      <Link to="/jobs" className="flex items-center gap-2 font-semibold tracking-tight [font-stretch:112%]">
        <svg viewBox="0 0 24 24" width="22" height="22" aria-hidden>
          <circle cx="12" cy="12" r="10" fill="none" stroke="currentColor" strokeWidth="1.4" />
          <rect x="6.4" y="4.6" width="11.2" height="8" fill="var(--accent-wash)" stroke="var(--accent)" strokeWidth="1.7" />
          <path d="M9.6 12h4.8M12 9.6v4.8" stroke="currentColor" strokeWidth="1.1" />
        </svg>
        <span className="max-sm:sr-only">{uiText.gangway}</span>
      </Link>
      <nav aria-label={uiText.pages} className="flex shrink-0 items-center gap-1 max-lg:order-last">
        {PAGES.map(({ to, label, title, Icon, onPhone }) => (
          <NavLink
            key={to}
            to={to}
            // The benches are in a job, not the page of jobs.
            end={to === '/jobs'}
            title={title}
            className={({ isActive }) =>
              `flex min-h-9 min-w-9 items-center justify-center rounded-md px-2 text-sm hover:bg-sunk max-lg:flex-col max-lg:px-1 max-lg:text-[0.6875rem] max-lg:leading-tight ${onPhone ? '' : 'max-sm:hidden'} ${isActive ? 'font-semibold text-ink' : 'text-ink-soft'}`
            }
          >
            <Icon size={17} aria-hidden className="lg:hidden" />
            <span className="max-sm:sr-only">{label}</span>
          </NavLink>
        ))}
      </nav>
      <div className="flex min-w-0 grow items-center gap-2">{where}</div>
      <Suspense fallback={null}>
        <Waiting />
      </Suspense>
      {children}
      <button
        type="button"
        title={paletteText.searchTitle}
        aria-keyshortcuts="Control+K"
        onClick={() => showSheet('palette')}
        className="inline-flex min-h-8 shrink-0 items-center gap-2 rounded-md border border-rule bg-sheet px-2.5 text-sm text-ink-soft hover:border-ink hover:text-ink max-sm:hidden"
      >
        <Search size={15} aria-hidden />
        <span className="max-lg:sr-only">{paletteText.search}</span>
        <kbd aria-hidden className="font-sans text-xs max-lg:hidden">
          {paletteText.keyPalette}
        </kbd>
      </button>
      <Suspense fallback={null}>{notes.length > 0 && <MessageList />}</Suspense>
      <IconButton
        label={dark ? uiText.useThePaperTheme : uiText.useTheDarkClothTheme}
        onClick={() => chooseTheme(dark ? 'paper' : 'dark-cloth')}
      >
        {dark ? <Sun size={18} aria-hidden /> : <Moon size={18} aria-hidden />}
      </IconButton>
    </header>
  );
}
