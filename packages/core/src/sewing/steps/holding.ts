/** What keeps parts from flapping: ordinary thread through holes that are not in use, or tape and glue. */
import { holeKey, kindOf, runsByHole } from '../../plan/placed.ts';
import type { Part } from '../../plan/schema.ts';
import { SECONDS } from '../pace.ts';
import { listed, signed } from '../sheet-names.ts';
import { makeStep, type StepDraft } from '../step.ts';
import type { StepContext } from './step-context.ts';

export function holdingSteps(context: StepContext): readonly StepDraft[] {
  return Object.values(context.plan.parts).flatMap((part) => [
    ...holdStep(context, part),
    ...tackStep(context, part),
  ]);
}

function holdStep({ plan, names }: StepContext, part: Part): readonly StepDraft[] {
  const used = runsByHole(plan);
  const free = kindOf(plan, part).holes.filter(
    (hole) => !used.has(holeKey({ partId: part.id, holeId: hole.id })),
  );
  if (free.length === 0) return [];
  const isTaped = plan.habits.holdDowns === 'tape';
  const kinds = free.map((hole) => (hole.plated ? `free ${signed(hole.sign)}hole` : 'holding hole'));
  const holes = [...new Set(kinds)].map((kind) => {
    const count = kinds.filter((other) => other === kind).length;
    return count === 1 ? `the ${kind}` : `${count} ${kind}s`;
  });
  return [
    makeStep({
      id: `hold:${part.id}`,
      group: 'Hold down',
      text: isTaped
        ? `Tape or glue ${names.part(part.id)} to the cloth in its place; keep the glue off holes and metal.`
        : `Sew ${names.part(part.id)} down with ordinary thread through ${listed(holes)}, where no conductive thread goes.`,
      partIds: [part.id],
      work: { kind: 'prepare', seconds: isTaped ? SECONDS.tape : SECONDS.holdHole * free.length },
    }),
  ];
}

function tackStep({ names }: StepContext, part: Part): readonly StepDraft[] {
  if (part.tackedDown !== true) return [];
  return [
    makeStep({
      id: `tack:${part.id}`,
      group: 'Hold down',
      text: `Tack ${names.part(part.id)} down with ordinary thread over its body, on its free side.`,
      partIds: [part.id],
      work: { kind: 'prepare', seconds: SECONDS.tack },
    }),
  ];
}
