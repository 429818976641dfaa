import { fixedNumber } from '@gangway/messages/number';
import { cardText } from '@gangway/messages/web/kit/card';
import { say } from '@gangway/messages/say';
import { Printer } from 'lucide-react';
import { useMemo, useState } from 'react';
import { Link, useParams } from 'react-router';
import { builtRig } from '@gangway/contract/kit';
import { drawingSvg, type Drawing, type Mark } from '@gangway/core/card/drawing';
import { shiftCard, shiftCardRows } from '@gangway/core/card/shiftCard';
import { CARD_SIZES, firstCardSize, shiftCardDrawing, type CardSize } from '@gangway/core/card/shiftCardDrawing';
import { Button } from '../../ui/Button';
import { download, fileName } from '../../ui/download';
import { useOpenKit } from '../KitFrame';
import type { Rig } from '@gangway/core/model/rig';
import { useItems } from '../../store/useItems';
import { Select } from '../../ui/Select';
import { TextLink } from '../../ui/TextButton';

/** The shift card of a rig as it will be printed, to paper and to files. */
export function CardPage() {
  const { rigId = '' } = useParams();
  const kit = useOpenKit();
  const items = useItems(kit);
  const row = kit.rigs.find(({ rig }) => rig.id === rigId);
  const rig = useMemo(() => (row ? builtRig(row.rig, items) : null), [row, items]);
  if (!rig) {
    return (
      <p role="alert">
        {row ? say(cardText.isNotCompleteOrLacks, { name: row.rig.name }) : cardText.thereIsNoSuchRig}
        <TextLink to={row ? `/kit/rigs/${row.rig.id}` : '/kit/rigs'}>{row ? cardText.toTheRig : cardText.toTheRigs}</TextLink>
      </p>
    );
  }
  return <Card rig={rig} rigId={rigId} />;
}

function Card({ rig, rigId }: { readonly rig: Rig; readonly rigId: string }) {
  const [size, setSize] = useState<CardSize>(firstCardSize);
  const card = useMemo(() => shiftCard(rig), [rig]);
  const drawing = useMemo(() => shiftCardDrawing(card, size), [card, size]);
  const file = `shift-card-${fileName(rig.name)}`;
  const csv = async () => {
    const { default: Papa } = await import('papaparse');
    download(`${file}.csv`, 'text/csv', `${Papa.unparse(shiftCardRows(card).map((line) => [...line]))}\r\n`);
  };
  return (
    <>
      <div className="mb-4 flex flex-wrap items-center gap-2 print:hidden">
        <div className="grow">
          <Link to={`/kit/rigs/${rigId}`} className="text-sm text-ink-soft hover:text-ink">
            {rig.name}
          </Link>
          <h2 className="text-xl font-semibold">{cardText.shiftCard}</h2>
        </div>
        <label className="text-sm">
          <span className="mr-1.5 text-ink-soft">{cardText.page}</span>
          <Select value={size} onChange={(event) => setSize(event.target.value as CardSize)}>
            {Object.entries(CARD_SIZES).map(([id, { name }]) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </Select>
        </label>
        <Button look="main" onClick={() => print()}>
          <Printer size={15} aria-hidden /> {cardText.print}
        </Button>
        <a
          href={`/api/kit/rigs/${rigId}/card.pdf?size=${size}`}
          download={`${file}.pdf`}
          className="inline-flex min-h-8 items-center rounded-md border border-rule bg-sheet px-2.5 text-sm font-medium hover:border-ink"
        >
          {cardText.pdf}
        </a>
        <Button onClick={() => download(`${file}.svg`, 'image/svg+xml', drawingSvg(drawing))}>{cardText.svg}</Button>
        <Button onClick={() => void csv()}>{cardText.csv}</Button>
      </div>
      <DrawingSheet drawing={drawing} size={size} />
      <div className="sr-only print:hidden">
        <ul>
          {card.tables.flatMap(({ orientation, rows }) =>
            rows.map(({ fNumber, limits }) => (
              <li key={`${orientation}${fNumber}`}>
                {say(cardText.fMmOfRiseFall, {
                  orientation,
                  fNumber,
                  limits: limits.map(({ limitMm }) => (limitMm === null ? cardText.none : fixedNumber(limitMm, 1))).join(', '),
                })}
              </li>
            )),
          )}
        </ul>
      </div>
    </>
  );
}

/** A drawing for paper: larger on screen than in the hand, in its own size when printed, always black on white. */
function DrawingSheet({ drawing, size }: { readonly drawing: Drawing; readonly size: CardSize }) {
  const { widthMm, heightMm, title, marks } = drawing;
  return (
    <svg
      viewBox={`0 0 ${widthMm} ${heightMm}`}
      width={`${widthMm}mm`}
      height={`${heightMm}mm`}
      role="img"
      aria-label={title}
      fill="none"
      stroke="#000"
      data-print-page={size}
      className="h-auto w-[min(100%,36rem)] border border-hairline bg-[#fff] shadow-raised print:border-0 print:shadow-none"
    >
      {marks.map((mark, i) => (
        <MarkShape key={i} mark={mark} />
      ))}
    </svg>
  );
}

function MarkShape({ mark }: { readonly mark: Mark }) {
  switch (mark.kind) {
    case 'line':
      return (
        <line
          x1={mark.x1}
          y1={mark.y1}
          x2={mark.x2}
          y2={mark.y2}
          strokeWidth={mark.widthMm}
          strokeDasharray={mark.dashed ? '1 0.8' : undefined}
        />
      );
    case 'rect':
      return (
        <rect x={mark.x} y={mark.y} width={mark.w} height={mark.h} strokeWidth={mark.widthMm} fill={mark.filled ? '#000' : undefined} />
      );
    case 'disc':
      return <circle cx={mark.x} cy={mark.y} r={mark.r} strokeWidth={mark.widthMm} fill={mark.filled ? '#000' : undefined} />;
    case 'polygon':
      return (
        <polygon
          points={mark.points.map(([x, y]) => `${x},${y}`).join(' ')}
          strokeWidth={mark.widthMm}
          fill={mark.filled ? '#000' : undefined}
        />
      );
    case 'text':
      return (
        <text
          x={mark.x}
          y={mark.y}
          fontSize={mark.sizeMm}
          textAnchor={mark.anchor}
          fontWeight={mark.bold ? 700 : 400}
          fill="#000"
          stroke="none"
        >
          {mark.text}
        </text>
      );
  }
}
