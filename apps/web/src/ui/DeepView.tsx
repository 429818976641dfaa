import { getNonce } from 'get-nonce';
import OpenSeadragon from 'openseadragon';
import { useEffect, useRef } from 'react';

/** A place of the picture to go to, px. */
export interface Spot {
  readonly x: number;
  readonly y: number;
  /** Grows with every goal, so that the same place can be asked for again. */
  readonly goal: number;
}

/** What several views of one size share: where they look. */
export interface Together {
  readonly members: Set<OpenSeadragon.Viewer>;
  leader: OpenSeadragon.Viewer | null;
}

/** A picture that the server answers in tiles. */
export interface TiledPicture {
  /** Where its tiles are: `/level/x/y` is added. */
  readonly tiles: string;
  readonly width: number;
  readonly height: number;
}

interface DeepViewProps {
  readonly picture: TiledPicture;
  readonly label: string;
  readonly spot?: Spot | null;
  readonly together?: Together;
}

const TILE = 512;

/** A picture at any size, from the whole to its own pixels and beyond. */
export function DeepView({ picture: { tiles, width, height }, label, spot = null, together }: DeepViewProps) {
  const place = useRef<HTMLDivElement>(null);
  const viewer = useRef<OpenSeadragon.Viewer | null>(null);
  useEffect(() => {
    if (!place.current || width === 0) return;
    // The viewer would add a rule of its own, which the strict policy refuses; one that is there already it leaves alone.
    if (!document.querySelector('style[data-openseadragon-mobile-css]')) {
      const rule = document.createElement('style');
      rule.dataset.openseadragonMobileCss = 'true';
      const nonce = getNonce();
      if (nonce) rule.nonce = nonce;
      document.head.append(rule);
    }
    const maxLevel = Math.ceil(Math.log2(Math.max(width, height)));
    const made = OpenSeadragon({
      element: place.current,
      drawer: 'canvas',
      showNavigationControl: false,
      maxZoomPixelRatio: 8,
      animationTime: 0.3,
      gestureSettingsMouse: { clickToZoom: false, dblClickToZoom: true },
      imageSmoothingEnabled: false,
      tileSources: {
        width,
        height,
        tileSize: TILE,
        tileOverlap: 0,
        minLevel: Math.max(0, maxLevel - Math.ceil(Math.log2(Math.max(width, height) / 256))),
        maxLevel,
        getTileUrl: (level: number, x: number, y: number) => `${tiles}/${level}/${x}/${y}`,
      },
    });
    viewer.current = made;
    made.addHandler('tile-drawn', () => {
      if (place.current) place.current.dataset.drawn = 'true';
    });
    if (together) {
      together.members.add(made);
      const follow = () => {
        if (together.leader !== null && together.leader !== made) return;
        together.leader = made;
        const bounds = made.viewport.getBounds(true);
        for (const other of together.members) if (other !== made && other.isOpen()) other.viewport.fitBounds(bounds, true);
        together.leader = null;
      };
      // One that comes later looks where the others do; otherwise it would take them to its whole.
      made.addOnceHandler('open', () => {
        const other = [...together.members].find((each) => each !== made && each.isOpen());
        if (other) made.viewport.fitBounds(other.viewport.getBounds(true), true);
      });
      made.addHandler('update-viewport', follow);
    }
    return () => {
      together?.members.delete(made);
      viewer.current = null;
      made.destroy();
    };
  }, [tiles, width, height, together]);
  useEffect(() => {
    const view = viewer.current;
    if (!spot || !view) return;
    const go = () => {
      view.viewport.zoomTo(view.viewport.imageToViewportZoom(1), undefined, true);
      view.viewport.panTo(view.viewport.imageToViewportCoordinates(spot.x, spot.y), true);
    };
    if (view.isOpen()) go();
    else view.addOnceHandler('open', go);
  }, [spot]);
  return <div ref={place} role="img" aria-label={label} data-testid="deep-view" className="absolute inset-0 bg-sunk" />;
}
