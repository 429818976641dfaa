import { testsText } from '@gangway/messages/web/kit/tests';
import { ErrorNote } from '../../ui/ErrorNote';
import { ChartResults } from './ChartResults';
import { LightResults } from './LightResults';
import { TextureResults } from './TextureResults';
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
  switch (result.kind) {
    case 'wall':
      return <LightResults open={open} result={result.light} />;
    case 'chart':
      return <ChartResults open={open} result={result.sharp} />;
    case 'texture':
      return <TextureResults open={open} result={result.texture} />;
  }
}
