import { testsText } from '@gangway/messages/web/kit/tests';
import { ErrorNote } from '../../ui/ErrorNote';
import { ChartResults } from './ChartResults';
import { LightResults } from './LightResults';
import type { OpenTest } from './TestPage';
import type { Measuring } from './useMeasured';

interface ResultsProps {
  readonly open: OpenTest;
  readonly measuring: Measuring;
}

/** What the frames tell of the lens. */
export function ResultsPart({ open, measuring: { result, busy, failed } }: ResultsProps) {
  if (failed) return <ErrorNote words={testsText.couldNotMeasure} />;
  if (busy)
    return (
      <p role="status" className="text-ink-soft">
        {testsText.measuring}
      </p>
    );
  if (!result) return <p className="max-w-prose text-ink-soft">{testsText.noFramesYet}</p>;
  return result.kind === 'wall' ? <LightResults open={open} result={result.light} /> : <ChartResults open={open} result={result.sharp} />;
}
