/** What brings parts to their places and keeps them from flapping: ordinary thread through free holes, or tape and glue. */
import { faceName } from '../../cloth/cloth.ts';
import type { Hole } from '../../parts/part-kind.ts';
import { kindOf } from '../../plan/kind-of.ts';
import { leadsOf, wantedSlackMm } from '../../plan/leads.ts';
import { panelsOf, thoseOn } from '../../plan/panels.ts';
import { holeKey } from '../../plan/placed.ts';
import type { Part } from '../../plan/records.ts';
import { runsByHole } from '../../plan/run-way.ts';
import type { Plan } from '../../plan/schema.ts';
import { formatLength } from '../../units/length.ts';
import { listed } from '../../units/words.ts';
import { SECONDS } from '../pace.ts';
import { signed } from '../sheet-names.ts';
import { makeStep, type StepDraft } from '../step.ts';
import type { StepContext } from './step-context.ts';

export function holdingSteps(context: StepContext): readonly StepDraft[] {
  return byPanel(context.plan).flatMap((part) => [...holdStep(context, part), ...tackStep(context, part)]);
}

/** Parts that sewing through holes does not bring to their place: laid into a pocket, pushed through, held under tape. */
export function placingSteps({ plan, names }: StepContext): readonly StepDraft[] {
  return byPanel(plan).flatMap((part) => {
    const { placing } = kindOf(plan, part);
    if (placing === undefined) return [];
    return [
      makeStep({
        id: `place:${part.id}`,
        group: 'Hold down',
        text: [placing.replaceAll('{name}', names.part(part.id)), ...leadWords(plan, names, part)].join(' '),
        partIds: [part.id],
        work: { kind: 'prepare', seconds: SECONDS.place },
        faceUp: part.face,
      }),
    ];
  });
}

/** All parts, panel by panel. */
function byPanel(plan: Plan): readonly Part[] {
  return panelsOf(plan).flatMap(({ id }) => thoseOn(plan.parts, id));
}

/** How the cable of a part is laid, where it has one. */
function leadWords(plan: Plan, names: StepContext['names'], part: Part): readonly string[] {
  const lead = leadsOf(plan).find(({ plug }) => plug.id === part.id);
  if (lead?.into === null || lead === undefined) return [];
  return [
    `Its plug goes into the socket of ${names.part(lead.into.id)} last of all, when everything is tested: leave ${formatLength(wantedSlackMm(plan), plan.habits.unit, 0)} of the cable loose, and hold it down with two loose stitches of ordinary thread beside the socket, so that the weight of the pack never pulls at the plug.`,
    ...(lead.hasSwitch
      ? [
          'The switch in its cable stays where a hand gets at it: it is tacked down loosely, on the cable beside it.',
        ]
      : []),
  ];
}

function holdStep({ plan, names }: StepContext, part: Part): readonly StepDraft[] {
  const used = runsByHole(plan);
  const kind = kindOf(plan, part);
  // Pads of tape are no holes, and what lies loose is not held.
  const free =
    kind.isLoose === true
      ? []
      : kind.holes.filter(
          (hole) =>
            hole.form !== 'tape' &&
            hole.form !== 'end' &&
            !used.has(holeKey({ partId: part.id, holeId: hole.id })),
        );
  if (free.length === 0) return [];
  const isTaped = plan.habits.holdDowns === 'tape';
  const words = free.map(freeHole);
  const holes = [...new Set(words)].map((word) => {
    const count = words.filter((other) => other === word).length;
    return count === 1 ? `the ${word}` : `${count} ${word}s`;
  });
  const face = faceName(part.face);
  const text = (name: string): string =>
    isTaped
      ? `Tape or glue ${name} to the ${face} of the cloth in its place; keep the glue off holes and metal.`
      : `Sew ${name} down on the ${face} with ordinary thread through ${listed(holes)}, where no conductive thread goes.`;
  const name = names.part(part.id);
  return [
    makeStep({
      id: `hold:${part.id}`,
      group: 'Hold down',
      text: text(name),
      round: { text: text('each'), thing: name },
      partIds: [part.id],
      work: { kind: 'prepare', seconds: isTaped ? SECONDS.tape : SECONDS.holdHole * free.length },
      faceUp: part.face,
    }),
  ];
}

function freeHole({ plated, sign, form }: Hole): string {
  const place = form === 'eyelet' ? 'hole' : 'loop';
  return plated ? `free ${signed(sign)}${place}` : `holding ${place}`;
}

function tackStep({ names }: StepContext, part: Part): readonly StepDraft[] {
  if (part.tackedDown !== true) return [];
  const text = (name: string): string =>
    `Tack ${name} down with ordinary thread over its body, on its free side.`;
  const name = names.part(part.id);
  return [
    makeStep({
      id: `tack:${part.id}`,
      group: 'Hold down',
      text: text(name),
      round: { text: text('each'), thing: name },
      partIds: [part.id],
      work: { kind: 'prepare', seconds: SECONDS.tack },
      faceUp: part.face,
    }),
  ];
}
