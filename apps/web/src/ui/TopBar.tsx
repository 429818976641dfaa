import { uiText } from '@gangway/messages/web/ui';
import { BookOpen, Camera, Moon, Sun } from 'lucide-react';
import { Suspense, type ReactNode } from 'react';
import { Link } from 'react-router';
import { chooseTheme, useTheme } from '../store/theme';
import { IconButton } from './Button';
import { useSlots } from './Slots';

const PAGES = [
  { to: '/kit', label: uiText.kit, title: uiText.kitTheEquipmentYouOwn, Icon: Camera },
  { to: '/calculators', label: uiText.calculators, title: uiText.calculatorsEveryCalculationOnIts, Icon: BookOpen },
];

/** The bar at the top of every page: the name, the current place, its actions, the links to the other pages and the theme. */
export function TopBar({ where, children }: { readonly where?: ReactNode; readonly children?: ReactNode }) {
  const theme = useTheme();
  const { Waiting } = useSlots();
  const dark = theme === 'dark-cloth';
  return (
    <header className="print:hidden flex h-12 shrink-0 items-center gap-3 border-b border-hairline px-4 max-sm:gap-1.5 max-sm:px-2">
      <Link to="/jobs" className="flex items-center gap-2 font-semibold tracking-tight [font-stretch:112%]">
        <svg viewBox="0 0 24 24" width="22" height="22" aria-hidden>
          <circle cx="12" cy="12" r="10" fill="none" stroke="currentColor" strokeWidth="1.4" />
          <rect x="6.4" y="4.6" width="11.2" height="8" fill="var(--accent-wash)" stroke="var(--accent)" strokeWidth="1.7" />
          <path d="M9.6 12h4.8M12 9.6v4.8" stroke="currentColor" strokeWidth="1.1" />
        </svg>
        <span className="max-sm:sr-only">{uiText.gangway}</span>
      </Link>
      <div className="flex min-w-0 grow items-center gap-2">{where}</div>
      <Suspense fallback={null}>
        <Waiting />
      </Suspense>
      {children}
      {PAGES.map(({ to, label, title, Icon }) => (
        <Link
          key={to}
          to={to}
          title={title}
          aria-label={label}
          className="inline-grid size-8 shrink-0 place-items-center rounded-md hover:bg-sunk"
        >
          <Icon size={18} aria-hidden />
        </Link>
      ))}
      <IconButton
        label={dark ? uiText.useThePaperTheme : uiText.useTheDarkClothTheme}
        onClick={() => chooseTheme(dark ? 'paper' : 'dark-cloth')}
      >
        {dark ? <Sun size={18} aria-hidden /> : <Moon size={18} aria-hidden />}
      </IconButton>
    </header>
  );
}
