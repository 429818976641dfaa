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
      readonly white?: boolean;
    }
  | {
      /** A stored photograph; whoever draws it has the file. */
      readonly kind: 'picture';
      readonly x: number;
      readonly y: number;
      readonly w: number;
      readonly h: number;
      readonly pictureId: string;
      /** What it shows, for a screen reader. */
      readonly described: string;
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
      readonly kind: 'polygon';
      readonly points: readonly (readonly [x: number, y: number])[];
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
      return `<line x1="${n(mark.x1)}" y1="${n(mark.y1)}" x2="${n(mark.x2)}" y2="${n(mark.y2)}" stroke-width="${n(mark.widthMm)}"${mark.dashed ? ' stroke-dasharray="1 0.8"' : ''}${mark.white ? ' stroke="#fff"' : ''}/>`;
    case 'picture':
      // An SVG file carries no photographs: it gets an empty box that says what belongs there.
      return `<rect x="${n(mark.x)}" y="${n(mark.y)}" width="${n(mark.w)}" height="${n(mark.h)}" stroke-width="0.1"><title>${escaped(mark.described)}</title></rect>`;
    case 'rect':
      return `<rect x="${n(mark.x)}" y="${n(mark.y)}" width="${n(mark.w)}" height="${n(mark.h)}" stroke-width="${n(mark.widthMm)}"${mark.filled ? ' fill="#000"' : ''}/>`;
    case 'disc':
      return `<circle cx="${n(mark.x)}" cy="${n(mark.y)}" r="${n(mark.r)}" stroke-width="${n(mark.widthMm)}"${mark.filled ? ' fill="#000"' : ''}/>`;
    case 'polygon':
      return `<polygon points="${mark.points.map(([x, y]) => `${n(x)},${n(y)}`).join(' ')}" stroke-width="${n(mark.widthMm)}"${mark.filled ? ' fill="#000"' : ''}/>`;
    case 'text':
      return `<text x="${n(mark.x)}" y="${n(mark.y)}" font-size="${n(mark.sizeMm)}" text-anchor="${mark.anchor}"${mark.bold ? ' font-weight="700"' : ''} fill="#000" stroke="none">${escaped(mark.text)}</text>`;
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
    `<svg xmlns="http://www.w3.org/2000/svg" width="${n(widthMm)}mm" height="${n(heightMm)}mm" viewBox="0 0 ${n(widthMm)} ${n(heightMm)}" font-family="'Archivo Variable', Archivo, Helvetica, Arial, sans-serif" fill="none" stroke="#000">`,
    `<title>${escaped(title)}</title>`,
    `<rect width="${n(widthMm)}" height="${n(heightMm)}" fill="#fff" stroke="none"/>`,
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
