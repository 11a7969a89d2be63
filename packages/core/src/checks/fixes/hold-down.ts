import { tackParts } from '../../plan/edits/part-edits.ts';
import type { FixKind } from '../fix-kind.ts';
import { sound } from './sound.ts';

/** Tacks a part down with ordinary thread over its body. */
export const holdDownFix: FixKind = {
  id: 'hold-down',
  rules: ['hold-down'],
  propose: (plan, { partIds }) => sound(tackParts(plan, partIds, true)),
};
