import { describeProblem, describeToMaker } from '@sashiko/core/errors/problem';
import {
  LARGEST_PART_CHARACTERS,
  PART_FILE_ENDING,
  parsePart,
  serializePart,
} from '@sashiko/core/formats/part-file';
import { ownPartProblem } from '@sashiko/core/parts/own-part';
import type { OwnPart } from '@sashiko/core/parts/own-part-schema';
import { deleteOwnPart, keepOwnPart } from '@sashiko/core/plan/edits/own-part-edits';
import { Button, Input, Segmented } from 'antd';
import { useState } from 'react';
import { forgetOwnPart, freshOwnPartId, storeOwnPart } from '../../storage/own-parts.ts';
import { currentPlan, usePlanStore, useShownPlan } from '../../stores/plan-store.ts';
import { Dialog } from '../../ui/Dialog.tsx';
import { download } from '../../ui/download.ts';
import { Field } from '../../ui/Field.tsx';
import { FileButton } from '../../ui/FileButton.tsx';
import { LengthField } from '../../ui/LengthField.tsx';
import { NumberField } from '../../ui/NumberField.tsx';
import { readTextFile } from '../../ui/read-file.ts';
import { OwnPartHoles } from './OwnPartHoles.tsx';
import { OwnPartModel } from './OwnPartModel.tsx';
import { OwnPartTracing } from './OwnPartTracing.tsx';
import { usualHoles } from './own-holes.ts';

interface OwnPartEditorProps {
  /** The part to change; null for a new one. */
  readonly part: OwnPart | null;
  readonly onDone: () => void;
}

/** A board of no holes, to begin with. */
function blankPart(): OwnPart {
  return {
    id: freshOwnPartId(),
    title: 'My part',
    outline: { form: 'round', acrossMm: 40 },
    massG: 3,
    holes: [],
    model: { kind: 'none' },
  };
}

/** A part described from ruler readings: form, holes, what it does to a current; with a live picture. */
export function OwnPartEditor({ part: given, onDone }: OwnPartEditorProps) {
  const [first] = useState<OwnPart>(() => given ?? blankPart());
  const [part, setPart] = useState<OwnPart>(first);
  // A slip of a key throws nothing away.
  const [isLeaving, setLeaving] = useState(false);
  const leave = (): void => (part === first ? onDone() : setLeaving(true));
  const { unit } = useShownPlan().habits;
  const commit = usePlanStore((state) => state.commit);
  const tell = usePlanStore((state) => state.tell);
  const problem = ownPartProblem(part, 'part');
  const change = (changes: Partial<OwnPart>): void => setPart({ ...part, ...changes });
  const keep = (): void => {
    if (!commit(keepOwnPart(currentPlan(), part))) return;
    storeOwnPart(part).catch(() =>
      tell('The part is kept with this plan; the browser has no room to keep it for others.', 'problem'),
    );
    onDone();
  };
  const read = async (file: File): Promise<void> => {
    const text = await readTextFile(file, LARGEST_PART_CHARACTERS);
    const result = text.ok ? parsePart(text.value) : text;
    if (result.ok) setPart(result.value);
    else tell(describeProblem(result.problem), 'problem');
  };
  const forget = (): void => {
    const isHere = currentPlan().ownParts[part.id] !== undefined;
    if (isHere && !commit(deleteOwnPart(currentPlan(), part.id))) return;
    forgetOwnPart(part.id).catch(() => tell('The browser could not forget the part.', 'problem'));
    onDone();
  };
  const { outline } = part;
  return (
    <Dialog
      open
      title={given === null ? 'Describe a part' : `Change ${given.title}`}
      width={1020}
      style={{ top: 16 }}
      onCancel={leave}
      footer={
        isLeaving ? (
          <div className="buttons" role="alert">
            <span className="grow">What you have described is not kept yet.</span>
            <Button danger onClick={onDone}>
              Throw it away
            </Button>
            <Button type="primary" autoFocus onClick={() => setLeaving(false)}>
              Go on describing
            </Button>
          </div>
        ) : (
          <div className="buttons">
            <FileButton
              label="Part file"
              accept=".json,application/json"
              size="middle"
              onFile={(file) => void read(file)}
            >
              Open a part file
            </FileButton>
            <Button
              disabled={problem !== null}
              onClick={() =>
                download(`${part.title}${PART_FILE_ENDING}`, 'application/json', serializePart(part))
              }
            >
              Save as a file
            </Button>
            {given !== null && (
              <Button danger onClick={forget}>
                Forget it
              </Button>
            )}
            <span className="grow" />
            <Button onClick={leave}>Leave it</Button>
            <Button type="primary" disabled={problem !== null} onClick={keep}>
              Keep it
            </Button>
          </div>
        )
      }
    >
      <div className="own-part">
        <div className="own-part-form">
          <Field label="What it is called">
            <Input
              value={part.title}
              maxLength={60}
              onChange={(event) => change({ title: event.target.value })}
            />
          </Field>
          <Field label="Its outline is">
            <Segmented
              size="small"
              value={outline.form}
              options={[
                { value: 'round', label: 'round' },
                { value: 'box', label: 'a rectangle' },
              ]}
              onChange={(form) =>
                change({
                  outline:
                    form === 'round'
                      ? {
                          form: 'round',
                          acrossMm: outline.form === 'box' ? outline.widthMm : outline.acrossMm,
                        }
                      : {
                          form: 'box',
                          widthMm: outline.form === 'round' ? outline.acrossMm : outline.widthMm,
                          heightMm: outline.form === 'round' ? outline.acrossMm : outline.heightMm,
                        },
                })
              }
            />
          </Field>
          {outline.form === 'round' ? (
            <LengthField
              label="Across"
              valueMm={outline.acrossMm}
              unit={unit}
              onChange={(acrossMm) => change({ outline: { form: 'round', acrossMm } })}
            />
          ) : (
            <>
              <LengthField
                label="Width"
                valueMm={outline.widthMm}
                unit={unit}
                onChange={(widthMm) => change({ outline: { ...outline, widthMm } })}
              />
              <LengthField
                label="Height"
                valueMm={outline.heightMm}
                unit={unit}
                onChange={(heightMm) => change({ outline: { ...outline, heightMm } })}
              />
            </>
          )}
          <Field label="It weighs">
            <NumberField
              min={0}
              max={2000}
              suffix="g"
              style={{ width: '100%' }}
              value={part.massG}
              onChange={(massG) => {
                if (massG !== null) change({ massG });
              }}
            />
          </Field>
          <OwnPartModel
            model={part.model}
            onChange={(model) =>
              change({
                model,
                ...(part.holes.length === 0 ? { holes: usualHoles(model, part.outline) } : {}),
              })
            }
          />
        </div>
        <div className="own-part-picture">
          <OwnPartTracing part={part} unit={unit} onChange={(holes) => change({ holes })} />
          <p className={problem === null ? 'quiet' : 'problem'} role="status">
            {problem === null
              ? 'Seen from the side that faces you. Holes can be pulled where they lie.'
              : describeToMaker(problem)}
          </p>
        </div>
      </div>
      <OwnPartHoles part={part} unit={unit} onChange={(holes) => change({ holes })} />
    </Dialog>
  );
}
