import { Suspense, useEffect } from 'react';
import { showSheet, useSheet } from '../ui/commands';
import { lazyPart } from '../ui/lazyPart';

const Palette = lazyPart(() => import('./Palette'), 'Palette');
const Shortcuts = lazyPart(() => import('./Shortcuts'), 'Shortcuts');

/** Opens the list of commands with Ctrl+K and the list of keys with ?, over any page. */
export function Sheets() {
  const open = useSheet();
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.key.toLowerCase() === 'k' && (event.ctrlKey || event.metaKey) && !event.altKey && !event.shiftKey) {
        event.preventDefault();
        showSheet('palette');
      }
      if (event.key === '?' && !isTyped(event.target)) showSheet('shortcuts');
    };
    addEventListener('keydown', onKey);
    return () => removeEventListener('keydown', onKey);
  }, []);
  const close = () => showSheet(null);
  return (
    <Suspense fallback={null}>
      {open === 'palette' && <Palette onClose={close} />}
      {open === 'shortcuts' && <Shortcuts onClose={close} />}
    </Suspense>
  );
}

/** Whether a key belongs to what is being typed. */
function isTyped(target: EventTarget | null): boolean {
  return target instanceof HTMLElement && target.closest('input, textarea, select, [contenteditable]') !== null;
}
