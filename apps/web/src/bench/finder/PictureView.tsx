import { finderText } from '@gangway/messages/web/bench/finder';
import { say } from '@gangway/messages/say';
import { useEffect, useRef, useState } from 'react';
import { openPicture, rendersHere, type Picture } from './picture';
import type { Veils } from './renderer';
import { PlainDrawing } from '../../setup/finder/PlainDrawing';
import type { FinderView } from '../../setup/finder/view';

interface PictureViewProps {
  readonly view: FinderView;
  readonly veils: Veils;
  readonly width: number;
  readonly height: number;
}

/** The rendered picture; without WebGL 2, or when it fails, a plain drawing by the core with the same numbers, and a line saying so. */
export function PictureView({ view, veils, width, height }: PictureViewProps) {
  const place = useRef<HTMLDivElement>(null);
  const picture = useRef<Picture | null>(null);
  const [why, setWhy] = useState<string | null>(() => (rendersHere() ? null : finderText.noWebgl2Here));
  useEffect(() => {
    if (why !== null || !place.current) return;
    picture.current = openPicture(place.current, () => setWhy(finderText.thePictureCouldNotBe));
    return () => {
      picture.current?.dispose();
      picture.current = null;
    };
  }, [why]);
  useEffect(() => {
    picture.current?.show(view, veils, width, height);
  }, [view, veils, width, height, why]);
  return why === null ? <div ref={place} className="size-full" /> : <PlainView view={view} width={width} height={height} why={why} />;
}

function PlainView({ view, width, height, why }: Omit<PictureViewProps, 'veils'> & { readonly why: string }) {
  return (
    <>
      <PlainDrawing view={view} width={width} height={height} />
      <p className="absolute bottom-0 left-0 bg-sheet px-1 text-xs">{say(finderText.drawnPlainlyWithoutBlur, { why })}</p>
    </>
  );
}
