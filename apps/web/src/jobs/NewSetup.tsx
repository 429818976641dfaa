import { firstText } from '@gangway/messages/web/first';
import { jobsText } from '@gangway/messages/web/jobs';
import { useId, useState } from 'react';
import { useNavigate } from 'react-router';
import type { Job } from '@gangway/contract/job';
import { builtRig } from '@gangway/contract/kit';
import { freeName } from '@gangway/contract/freeName';
import { nameSchema } from '@gangway/contract/name';
import { centredSetup } from '@gangway/core/planning/centred';
import { api, errorSentence } from '../store/api';
import { addSetup } from '../store/setupWrites';
import { Button } from '../ui/Button';
import { Dialog } from '../ui/Dialog';
import { useItems } from '../store/useItems';
import { TextLink } from '../ui/TextButton';

export function NewSetup({ job, onClose }: { readonly job: Job; readonly onClose: () => void }) {
  const { data: kit, error: kitError } = api.useKitQuery(undefined);
  const items = useItems(kit);
  // Those that stands of this job use come first.
  const here = new Set(job.setups.map(({ settings }) => settings.rig.rigId));
  const rigs = (kit?.rigs ?? [])
    .filter(({ archived }) => !archived)
    .flatMap(({ rig }) => builtRig(rig, items) ?? [])
    .sort((a, b) => Number(here.has(b.rigId)) - Number(here.has(a.rigId)));
  const id = useId();
  const [name, setName] = useState(() =>
    freeName(
      jobsText.newSetup,
      job.setups.map((each) => each.name),
    ),
  );
  const [chosen, setChosen] = useState(0);
  const [refusal, setRefusal] = useState<string | null>(null);
  const navigate = useNavigate();

  const add = async () => {
    const parsed = nameSchema.safeParse(name);
    const rig = rigs[chosen];
    if (!parsed.success || !rig) {
      setRefusal(parsed.error?.issues[0]?.message ?? jobsText.chooseARig);
      return;
    }
    const setupId = await addSetup(job.id, parsed.data, centredSetup(rig));
    await navigate(`/jobs/${job.id}/setups/${setupId}?step=position`);
  };

  return (
    <Dialog open onClose={onClose} title={jobsText.newSetup} help={jobsText.oneCameraPositionItsRig}>
      <form
        className="grid gap-4"
        onSubmit={(event) => {
          event.preventDefault();
          void add();
        }}
      >
        <label className="block">
          <span className="text-sm text-ink-soft">{jobsText.name}</span>
          <input
            value={name}
            autoFocus
            onFocus={(event) => event.currentTarget.select()}
            aria-invalid={refusal !== null}
            aria-describedby={refusal ? `${id}-refusal` : undefined}
            onChange={(event) => {
              setName(event.target.value);
              setRefusal(null);
            }}
            className="w-full rounded-sm border border-rule bg-ground px-2 py-1 text-base aria-invalid:border-fails"
          />
        </label>
        <fieldset className="grid gap-1">
          <legend className="mb-1 text-sm text-ink-soft">{jobsText.rigToStartFrom}</legend>
          {kitError && (
            <p role="alert" className="text-sm text-fails">
              {errorSentence(kitError)}
            </p>
          )}
          {kit && rigs.length === 0 && (
            <p className="text-sm">
              {jobsText.theKitHasNoComplete} <TextLink to="/kit/rigs">{jobsText.buildOneFirst}</TextLink>{' '}
              <TextLink to={`/first?job=${job.id}`}>{firstText.fourSteps}</TextLink>
            </p>
          )}
          {rigs.map((rig, i) => (
            <label key={rig.rigId} className="flex items-baseline gap-2 rounded-sm px-1 py-0.5 hover:bg-sunk">
              <input type="radio" name="rig" checked={chosen === i} onChange={() => setChosen(i)} className="accent-accent" />
              {rig.name}
            </label>
          ))}
        </fieldset>
        {refusal && (
          <p id={`${id}-refusal`} role="alert" className="text-sm text-fails">
            {refusal}
          </p>
        )}
        <div className="flex justify-end gap-2">
          <Button onClick={onClose}>{jobsText.cancel}</Button>
          {/* The dialog grows as the rigs come in: until then nothing is pressed. */}
          <Button look="main" type="submit" disabled={!kit && !kitError}>
            {jobsText.createSetup}
          </Button>
        </div>
      </form>
    </Dialog>
  );
}
