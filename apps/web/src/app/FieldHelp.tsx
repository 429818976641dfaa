import { Suspense, useEffect, useState } from 'react';
import { useLocation } from 'react-router';
import { lazyPart } from '../ui/lazyPart';

const HelpLine = lazyPart(() => import('../ui/HelpLine'), 'HelpLine');

/** Help at each field of a job, loaded once a field is used. The kit and the calculators say it at their own fields. */
export function FieldHelp() {
  const [used, setUsed] = useState(false);
  const inJob = useLocation().pathname.startsWith('/jobs/');
  useEffect(() => {
    if (used) return;
    const came = () => setUsed(true);
    document.addEventListener('focusin', came);
    return () => document.removeEventListener('focusin', came);
  }, [used]);
  return (
    used &&
    inJob && (
      <Suspense fallback={null}>
        <HelpLine />
      </Suspense>
    )
  );
}
