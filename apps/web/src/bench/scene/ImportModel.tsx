import { sceneText } from '@gangway/messages/web/bench/scene';
import { say } from '@gangway/messages/say';
import { useState } from 'react';
import { MODEL_MOST } from '@gangway/contract/scene';
import { typedLength } from '@gangway/contract/typedLength';
import { CoreError } from '@gangway/core/errors';
import { massing, type UpAxis } from '@gangway/core/scene/massing';
import { meshSize, type Mesh, type SubjectOf } from '@gangway/core/subjects/subject';
import { fixed } from '@gangway/core/words';
import { Button } from '../../ui/Button';
import { Dialog } from '../../ui/Dialog';
import { Select } from '../../ui/Select';

/** Width, height and depth of a model, in that order. */
const DIMENSIONS = [sceneText.wide, sceneText.high, sceneText.deep] as const;

const LENGTHS = ['width', 'height', 'depth'] as const;
type Length = (typeof LENGTHS)[number];

interface ImportModelProps {
  readonly onUse: (subject: SubjectOf<'model'>) => string | null;
  readonly onClose: () => void;
}

interface Read {
  readonly name: string;
  readonly soup: Float64Array;
}

/** Reads a massing model from a file and scales it by one length that is known. */
export function ImportModel({ onUse, onClose }: ImportModelProps) {
  const [read, setRead] = useState<Read | null>(null);
  const [busy, setBusy] = useState(false);
  const [refusal, setRefusal] = useState<string | null>(null);
  const [up, setUp] = useState<UpAxis>('y');
  const [length, setLength] = useState<Length>('height');
  const [text, setText] = useState('');

  const open = async (file: File) => {
    setBusy(true);
    setRefusal(null);
    try {
      const { readModel } = await import('./readModel');
      setRead({ name: file.name, soup: await readModel(file) });
      setUp(/\.obj$/iu.test(file.name) ? up : 'y');
    } catch (error) {
      setRead(null);
      setRefusal(error instanceof Error ? error.message : String(error));
    }
    setBusy(false);
  };

  const made = read && meshOf(read, up);
  const known = typedLength(text, 'm');
  const size = made?.mesh ? (meshSize(made.mesh).size[LENGTHS.indexOf(length)] ?? 0) : 0;
  const factor = known !== null && known > 0 && Number.isFinite(known) && size > 0 ? known / size : null;
  return (
    <Dialog
      open
      onClose={onClose}
      title={sceneText.massingModelFromAFile}
      help={say(sceneText.gltfGlbOrGltfWith, { triangles: MODEL_MOST.triangles })}
    >
      <div className="grid gap-3 text-sm">
        <input
          type="file"
          accept=".obj,.gltf,.glb"
          aria-label={sceneText.fileOfTheModel}
          onChange={(event) => {
            const file = event.target.files?.[0];
            if (file) void open(file);
          }}
          className="text-sm"
        />
        {busy && <p role="status">{sceneText.readingTheFile}</p>}
        {(refusal ?? made?.words) && (
          <p role="alert" className="text-fails">
            {refusal ?? made?.words}
          </p>
        )}
        {read && (
          <label className="flex items-center justify-between gap-3">
            {sceneText.upInTheFileIs}
            <Select value={up} onChange={(event) => setUp(event.target.value as UpAxis)}>
              <option value="y">{sceneText.theYAxis}</option>
              <option value="z">{sceneText.theZAxis}</option>
            </Select>
          </label>
        )}
        {made?.mesh && (
          <>
            <p className="tabular-nums">
              {say(sceneText.trianglesInUnitsOfThe, {
                length: made.mesh.triangles.length / 3,
                size: meshSize(made.mesh)
                  .size.map((each, i) => say(DIMENSIONS[i] ?? sceneText.deep, { size: fixed(each, each < 10 ? 3 : 1) }))
                  .join(', '),
              })}
            </p>
            <div className="flex items-baseline gap-2">
              <label className="flex items-baseline gap-2">
                {sceneText.known}
                <Select
                  aria-label={sceneText.whichLengthIsKnown}
                  value={length}
                  onChange={(event) => setLength(event.target.value as Length)}
                >
                  {LENGTHS.map((each) => (
                    <option key={each} value={each}>
                      {say(sceneText.its, { each })}
                    </option>
                  ))}
                </Select>
              </label>
              <input
                aria-label={sceneText.knownLengthInMetres}
                inputMode="decimal"
                autoComplete="off"
                value={text}
                onChange={(event) => setText(event.target.value)}
                className="w-20 rounded-sm border-b border-rule bg-transparent px-1 text-right tabular-nums focus:bg-sunk"
              />{' '}
              m
            </div>
            {text !== '' && factor === null && (
              <p className="text-fails">
                {size > 0
                  ? say(sceneText.isNoLengthTypeMetres, { text: text.slice(0, 24) })
                  : say(sceneText.theModelHasNoChoose, { length })}
              </p>
            )}
          </>
        )}
        <div className="flex justify-end gap-2">
          <Button onClick={onClose}>{sceneText.cancel}</Button>
          <Button
            look="main"
            disabled={!made?.mesh || factor === null}
            onClick={() => {
              if (made?.mesh && factor !== null)
                setRefusal(onUse({ kind: 'model', mesh: made.mesh, metresPerUnit: Number(factor.toPrecision(9)), turnDeg: 0 }));
            }}
          >
            {sceneText.useIt}
          </Button>
        </div>
      </div>
    </Dialog>
  );
}

function meshOf({ name, soup }: Read, up: UpAxis): { readonly mesh: Mesh | null; readonly words: string | null } {
  try {
    return { mesh: massing(name.slice(0, 120), soup, up, MODEL_MOST), words: null };
  } catch (error) {
    if (error instanceof CoreError) return { mesh: null, words: error.message };
    throw error;
  }
}
