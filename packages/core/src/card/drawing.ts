import { cardText } from '@gangway/messages/core/card';
import { say } from '@gangway/messages/say';

/** A mark on a printed page, in mm from its upper left corner, y downward. */
export type Mark =
  | {
      readonly kind: 'line';
      readonly x1: number;
      readonly y1: number;
      readonly x2: number;
      readonly y2: number;
      readonly widthMm: number;
      readonly dashed?: boolean;
    }
  | {
      readonly kind: 'rect';
      readonly x: number;
      readonly y: number;
      readonly w: number;
      readonly h: number;
      readonly widthMm: number;
      readonly filled?: boolean;
    }
  | {
      readonly kind: 'disc';
      readonly x: number;
      readonly y: number;
      readonly r: number;
      readonly widthMm: number;
      readonly filled?: boolean;
    }
  | {
      readonly kind: 'text';
      readonly x: number;
      readonly y: number;
      readonly sizeMm: number;
      readonly anchor: 'start' | 'middle' | 'end';
      readonly bold?: boolean;
      readonly text: string;
    };

/** A page of marks, the same on screen, on paper, as SVG and as PDF. */
export interface Drawing {
  readonly widthMm: number;
  readonly heightMm: number;
  readonly title: string;
  readonly marks: readonly Mark[];
}

const escaped = (text: string): string =>
  text.replace(/[&<>"]/gu, (c) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[c] ?? c);
const n = (value: number): string => String(Math.round(value * 1000) / 1000);

function markSvg(mark: Mark): string {
  switch (mark.kind) {
    case 'line':
      return say(cardText.lineX1Y1X2Y2, {
        x1: n(mark.x1),
        y1: n(mark.y1),
        x2: n(mark.x2),
        y2: n(mark.y2),
        widthMm: n(mark.widthMm),
        dashed: mark.dashed ? 'yes' : 'no',
      });
    case 'rect':
      return say(cardText.rectXYWidthHeight, {
        x: n(mark.x),
        y: n(mark.y),
        w: n(mark.w),
        h: n(mark.h),
        widthMm: n(mark.widthMm),
        filled: mark.filled ? 'yes' : 'no',
      });
    case 'disc':
      return say(cardText.circleCxCyRStroke, {
        x: n(mark.x),
        y: n(mark.y),
        r: n(mark.r),
        widthMm: n(mark.widthMm),
        filled: mark.filled ? 'yes' : 'no',
      });
    case 'text':
      return say(cardText.textXYFontSize, {
        x: n(mark.x),
        y: n(mark.y),
        sizeMm: n(mark.sizeMm),
        anchor: mark.anchor,
        bold: mark.bold ? 'yes' : 'no',
        text: escaped(mark.text),
      });
  }
}

/**
 * A drawing as an SVG file of its size in mm, black on white.
 *
 * @param drawing marks on a sheet, mm
 *
 * @example
 * drawingSvg({ widthMm: 10, heightMm: 10, title: 'Nothing', marks: [] }).startsWith('<svg') // => true
 */
export function drawingSvg({ widthMm, heightMm, title, marks }: Drawing): string {
  return [
    say(cardText.svgXmlnsHttpWwwW3, { widthMm: n(widthMm), heightMm: n(heightMm) }),
    `<title>${escaped(title)}</title>`,
    say(cardText.rectWidthHeightFillFff, { widthMm: n(widthMm), heightMm: n(heightMm) }),
    ...marks.map(markSvg),
    '</svg>',
  ].join('\n');
}

/** Text broken into lines of about so many characters, at spaces. */
export function wrapped(text: string, most: number): readonly string[] {
  const lines: string[] = [];
  let line = '';
  for (const word of text.split(' ')) {
    if (line !== '' && line.length + 1 + word.length > most) {
      lines.push(line);
      line = word;
    } else {
      line = line === '' ? word : `${line} ${word}`;
    }
  }
  return line === '' ? lines : [...lines, line];
}
