import { jobsText } from '@gangway/messages/web/jobs';
import { say } from '@gangway/messages/say';
import { useMemo, useState } from 'react';
import { isTimeZone, type Job, type JobPlace } from '@gangway/contract/job';
import { jobCautions, lightOfDay, litWords, packingList, sunWords } from '@gangway/core/card/jobSheet';
import { SPOT_SIZES, spotSizes } from '@gangway/core/card/cardPages';
import { KINDS } from '@gangway/core/kit/registry';
import { changeJob } from '../store/writes';
import { Button } from '../ui/Button';
import { NumberField } from '../ui/NumberField';
import { TextField } from '../ui/TextField';

/** Light, kit, cautions, printing and handing over of a whole job. */
export function JobSheet({ job }: { readonly job: Job }) {
  const { place, day } = job;
  const timeZone = place?.timeZone ?? 'UTC';
  const put = (patch: { place?: JobPlace | null; day?: string | null }) => changeJob(job.id, patch);
  const { setups } = job;
  // Hundreds of places of the sun: not at every drawing of the page.
  const light = useMemo(() => lightOfDay({ place, day, timeZone }, setups), [place, day, timeZone, setups]);
  const pack = useMemo(() => packingList(setups), [setups]);
  return (
    <div className="mt-6 grid gap-6 text-sm xl:grid-cols-2">
      <section aria-label={jobsText.placeAndLight}>
        <h2 className="engraved mb-1">{jobsText.placeAndLight}</h2>
        {place ? (
          <div className="grid max-w-md gap-1">
            <TextField
              label={jobsText.place}
              value={place.name}
              onCommit={(name) => (name.length > 120 ? jobsText.placeTheNameMayHave : (void put({ place: { ...place, name } }), null))}
            />
            <div className="flex flex-wrap gap-x-4 gap-y-1">
              <NumberField
                label={jobsText.latitude}
                unit={jobsText.north}
                decimals={4}
                width="w-20"
                value={place.latitudeDeg}
                onCommit={(latitudeDeg) =>
                  Math.abs(latitudeDeg) > 90 ? jobsText.latitudeMustBeFrom90 : (void put({ place: { ...place, latitudeDeg } }), null)
                }
              />
              <NumberField
                label={jobsText.longitude}
                unit={jobsText.east}
                decimals={4}
                width="w-20"
                value={place.longitudeDeg}
                onCommit={(longitudeDeg) =>
                  Math.abs(longitudeDeg) > 180 ? jobsText.longitudeMustBeFrom180 : (void put({ place: { ...place, longitudeDeg } }), null)
                }
              />
            </div>
            <div className="flex flex-wrap items-end gap-x-4 gap-y-1">
              <TextField
                label={jobsText.timeZone}
                value={place.timeZone}
                onCommit={(zone) =>
                  isTimeZone(zone.trim()) && zone.trim() !== ''
                    ? (void put({ place: { ...place, timeZone: zone.trim() } }), null)
                    : say(jobsText.timeZoneMustBeA, { zone: zone.slice(0, 40) })
                }
              />
              <DayField key={day ?? ''} day={day} onDay={(next) => void put({ day: next })} />
            </div>
          </div>
        ) : (
          <Button
            onClick={() =>
              void put({
                place: {
                  name: '',
                  latitudeDeg: 53,
                  longitudeDeg: 0,
                  heightM: 0,
                  timeZone: Intl.DateTimeFormat().resolvedOptions().timeZone,
                },
                day: day ?? new Date().toISOString().slice(0, 10),
              })
            }
          >
            {jobsText.addLocationAndDate}
          </Button>
        )}
        {light ? (
          <>
            <p className="mt-2">{sunWords(light.sun, timeZone)}</p>
            <ul className="mt-1 list-disc pl-5">
              {light.lit.map((each) => (
                <li key={each.name}>
                  {each.name}: {litWords(each, timeZone)}.
                </li>
              ))}
            </ul>
            <p className="mt-1 text-xs text-ink-soft">{say(jobsText.timesOfTheSunOver, { timeZone })}</p>
          </>
        ) : (
          place !== null && <p className="mt-2 text-ink-soft">{jobsText.enterTheDayToSee}</p>
        )}
      </section>
      <section aria-label={jobsText.toPack}>
        <h2 className="engraved mb-1">{jobsText.toPack}</h2>
        {pack.length === 0 ? (
          <p className="text-ink-soft">{jobsText.nothingYetTheListFollows}</p>
        ) : (
          <ul className="columns-1 gap-6 sm:columns-2">
            {pack.map(({ name, kind, setups: needed }) => (
              <li key={`${kind} ${name}`} className="break-inside-avoid py-0.5">
                <span className="font-medium">{name}</span>{' '}
                <span className="text-ink-soft">{kind in KINDS ? KINDS[kind as keyof typeof KINDS].title.toLowerCase() : ''}</span>
                <span className="block text-xs text-ink-soft">
                  {needed.length === setups.length && setups.length > 1 ? jobsText.everySetup : needed.join(', ')}
                </span>
              </li>
            ))}
          </ul>
        )}
      </section>
      <section aria-label={jobsText.cautionsOfTheJob}>
        <h2 className="engraved mb-1">{jobsText.cautions}</h2>
        <ul className="list-disc pl-5">
          {jobCautions(job.setups).map((words) => (
            <li key={words}>{words}</li>
          ))}
        </ul>
      </section>
      <section aria-label={jobsText.onPaperAndHandedOver}>
        <h2 className="engraved mb-1">{jobsText.onPaperAndHandedOver2}</h2>
        <div className="flex flex-wrap gap-1.5">
          {spotSizes().map((size) => (
            <LinkButton key={size} href={`/api/jobs/${job.id}/cards.pdf?size=${size}`}>
              {say(jobsText.allCards, { name: SPOT_SIZES[size].name })}
            </LinkButton>
          ))}
          <LinkButton href={`/api/jobs/${job.id}/archive`}>{jobsText.theWholeJobAsAn}</LinkButton>
        </div>
        <p className="mt-1 text-xs text-ink-soft">{jobsText.theArchiveHoldsSetupsLog}</p>
      </section>
    </div>
  );
}

function LinkButton({ href, children }: { readonly href: string; readonly children: React.ReactNode }) {
  return (
    <a
      href={href}
      target="_blank"
      rel="noreferrer"
      className="inline-flex min-h-8 items-center rounded-md border border-rule bg-sheet px-2.5 font-medium hover:border-ink"
    >
      {children}
    </a>
  );
}

function DayField({ day, onDay }: { readonly day: string | null; readonly onDay: (day: string | null) => void }) {
  const [draft, setDraft] = useState(day ?? '');
  return (
    <label className="flex items-baseline gap-1.5">
      <span className="text-ink-soft">{jobsText.day}</span>
      <input
        type="date"
        value={draft}
        onChange={({ target }) => setDraft(target.value)}
        onBlur={() => draft !== (day ?? '') && onDay(draft === '' ? null : draft)}
        onKeyDown={(event) => event.key === 'Enter' && draft !== (day ?? '') && onDay(draft === '' ? null : draft)}
        className="rounded-sm border border-rule bg-ground px-1"
      />
    </label>
  );
}
