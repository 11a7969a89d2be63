import { otherFace } from '../../cloth/cloth.ts';
import { turnPartOver } from '../../plan/edits/part-edits.ts';
import type { FixKind } from '../fix-kind.ts';
import { sound } from './sound.ts';

/** Turns a part over to the other side of the cloth: the last that is named first, since the first is often the one that is sewn. */
export const turnOverFix: FixKind = {
  id: 'turn-over',
  rules: ['closure-face', 'self-sensing', 'shut-in', 'layer-holder'],
  propose: (plan, finding) =>
    [...finding.partIds].reverse().flatMap((id) => {
      const part = plan.parts[id];
      return part === undefined || part.locked === true
        ? []
        : sound(turnPartOver(plan, id, otherFace(part.face)));
    }),
};
