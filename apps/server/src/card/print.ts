import { openedSettings, type StoredSettings } from '@gangway/contract/storedSetup';
import { cardPages, type SpotSize } from '@gangway/core/card/cardPages';
import { jobPages } from '@gangway/core/card/jobSheet';
import { shiftCard } from '@gangway/core/card/shiftCard';
import { shiftCardDrawing, type CardSize } from '@gangway/core/card/shiftCardDrawing';
import type { Rig } from '@gangway/core/model/rig';
import { drawingPdf, type Pictures } from './pdf';

interface NamedSettings {
  readonly name: string;
  readonly settings: StoredSettings;
}

/** What is to be printed: plain data, so that it can go into a thread. */
export type Print =
  | { readonly kind: 'rig'; readonly rig: Rig; readonly size: CardSize }
  | { readonly kind: 'setup'; readonly job: string; readonly setup: NamedSettings; readonly size: SpotSize; readonly pictures: Pictures }
  | {
      readonly kind: 'job';
      readonly job: string;
      readonly where: Parameters<typeof jobPages>[1];
      readonly setups: readonly NamedSettings[];
      readonly size: SpotSize;
      readonly pictures: Pictures;
    };

/** Makes a PDF of what is to be printed, in the region of the request that asks for it. */
export type Printer = (print: Print) => Promise<Buffer>;

const opened = ({ name, settings }: NamedSettings) => ({ name, settings: openedSettings(settings) });

/** Makes the PDF here and now; everything else waits for it. */
export const printHere: Printer = (print) => {
  switch (print.kind) {
    case 'rig':
      return drawingPdf([shiftCardDrawing(shiftCard(print.rig), print.size)]);
    case 'setup':
      return drawingPdf(cardPages({ ...opened(print.setup), job: print.job }, print.size), print.pictures);
    case 'job':
      return drawingPdf(jobPages(print.job, print.where, print.setups.map(opened), print.size), print.pictures);
  }
};
