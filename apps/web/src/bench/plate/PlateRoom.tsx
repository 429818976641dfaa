import { plateText } from '@gangway/messages/web/bench/plate';
import { useMemo, useState } from 'react';
import { useParams, useSearchParams } from 'react-router';
import type { Geometry } from '@gangway/core/geometry/geometry';
import type { Pixel, Plate } from '@gangway/core/model/plate';
import type { Rig } from '@gangway/core/model/rig';
import { plateInView } from '@gangway/core/plate/inView';
import { knownPlate } from '@gangway/core/plate/known';
import { Choices } from '../../ui/Choices';
import { TextLink } from '../../ui/TextButton';
import { AfterPanel } from './AfterPanel';
import { ChooseFile } from './ChooseFile';
import { framesOn } from './frames';
import { FrontPanel } from './FrontPanel';
import { LevelPanel } from './LevelPanel';
import { MeasurePanel } from './MeasurePanel';
import { OthersPanel } from './OthersPanel';
import { PhotographPanel } from './PhotographPanel';
import { pinAt, pinsOnPlate } from './pinsOnPlate';
import { plateEdit } from './plateEdit';
import { PlateSheet } from './PlateSheet';
import { RigsPanel } from './RigsPanel';
import { TakenSheet } from './TakenSheet';
import { TOOLS, type ToolDefinition } from './tools';
import { usePlateReading } from './usePlateReading';

/** The plate of a setup: a photograph of the place, levelled, measured and made the scene. */
export function PlateRoom({ geometry }: { readonly geometry: Geometry }) {
  const { plate } = geometry.settings;
  const { jobId = '', setupId = '' } = useParams();
  const back = `/jobs/${jobId}/setups/${setupId}?step=position`;
  if (!plate)
    return (
      <main className="mx-auto grid max-w-xl content-start gap-4 p-8">
        <h2 className="text-xl font-semibold">{plateText.chooseTitle}</h2>
        <p className="text-ink-soft">{plateText.chooseHelp}</p>
        <ChooseFile look="main" />
        <TextLink to={back}>{plateText.backToBench}</TextLink>
      </main>
    );
  // Another photograph begins anew: it is read, and shown as a whole.
  return <Room key={plate.pictureId} plate={plate} geometry={geometry} back={back} />;
}

function Room({ plate, geometry, back }: { readonly plate: Plate; readonly geometry: Geometry; readonly back: string }) {
  const known = knownPlate(plate);
  const [toolId, setToolId] = useState<ToolDefinition['id']>('move');
  const [refused, setRefused] = useState<string | null>(null);
  const [framed, setFramed] = useState<readonly Rig[]>([]);
  const frames = useMemo(() => framesOn(geometry, framed), [geometry, framed]);
  const pins = useMemo(() => pinsOnPlate(geometry), [geometry]);
  const [search, setSearch] = useSearchParams();
  const seen = useMemo(() => plateInView(geometry), [geometry]);
  // Nothing is laid over a plan that cannot be shown.
  const frameId = seen && search.get('frame');
  const reading = usePlateReading(plate);
  const tool = TOOLS.find(({ id }) => id === toolId) ?? TOOLS[0];
  if (!tool) throw new Error('there are no tools');
  const needs = tool.needs(plate, known);
  const onDrawn = (from: Pixel, to: Pixel) => {
    if (tool.id === 'move') return;
    const present = plateEdit.present();
    if (!present) return;
    const missing = tool.needs(present, knownPlate(present));
    if (tool.id === 'pin') {
      setRefused(missing ?? pinAt(geometry, to));
      return;
    }
    setRefused(missing ?? plateEdit.amend((each) => tool.drawn(each, from, to), tool.said(present)));
  };
  return (
    <main className="grid min-h-0 grow lg:grid-cols-[minmax(0,1fr)_24rem]">
      <section aria-label={plateText.plate} className="flex min-h-[60dvh] min-w-0 flex-col">
        {seen && frameId !== null && (
          <TakenSheet key={frameId} geometry={geometry} plate={seen} frameId={frameId} onClose={() => setSearch({}, { replace: true })} />
        )}
        {frameId === null && (
          <>
            <div className="grid gap-1 p-2">
              <Choices
                label={plateText.tools}
                choices={TOOLS.filter(({ serves }) => serves?.(plate) ?? true)}
                value={tool.id}
                onChoose={(id) => {
                  setToolId(id);
                  setRefused(null);
                }}
              />
              <p role="status" className={`min-h-4 min-w-0 text-xs ${(refused ?? needs) ? 'font-medium text-fails' : 'text-ink-soft'}`}>
                {refused ?? needs ?? tool.hint}
              </p>
            </div>
            <PlateSheet plate={plate} known={known} tool={tool} frames={frames} pins={pins} onDrawn={onDrawn} onRefused={setRefused} />
          </>
        )}
      </section>
      <aside className="min-h-0 overflow-y-auto border-hairline bg-sheet p-4 text-sm max-lg:border-t lg:border-l">
        <h2 className="text-base font-semibold">{plateText.plateTitle}</h2>
        <PhotographPanel plate={plate} reading={reading} />
        <LevelPanel plate={plate} known={known} reading={reading} onRefused={setRefused} />
        <MeasurePanel plate={plate} known={known} />
        <FrontPanel plate={plate} known={known} scene={geometry.settings.scene} />
        <OthersPanel plate={plate} />
        <RigsPanel own={geometry.settings.rig} framed={framed} onFramed={setFramed} />
        <AfterPanel geometry={geometry} frameId={frameId} onFrame={(id) => setSearch({ frame: id }, { replace: true })} />
        <p className="mt-4 flex flex-wrap gap-x-4">
          <TextLink to={back.replace('step=position', 'step=frame')} className="font-medium">
            {plateText.lookThrough}
          </TextLink>
          <TextLink to={back}>{plateText.backToBench}</TextLink>
        </p>
      </aside>
    </main>
  );
}
