/** Of which kind a part of a plan is: one of the drawer, with its options, or one the maker described. */
import { kindOfOwnPart } from '../parts/own-part.ts';
import type { OptionValues, PartKind } from '../parts/part-kind.ts';
import { maybePartKind } from '../parts/part-kinds.ts';
import { remembered } from '../units/remembered.ts';
import type { Part } from './records.ts';
import type { Plan } from './schema.ts';

/** What a plan must say of its makers' own parts for kinds to be found. */
export type WithOwnParts = Pick<Plan, 'ownParts'>;

/** The same object for the same options. */
const withOptions = remembered(
  {
    name: 'kind with options',
    under: (_kind: PartKind, options: OptionValues) => options,
    rests: (kind) => [kind],
  },
  (kind, options) => kind.withOptions?.(options) ?? kind,
);

/** The kind of a part with its options, or undefined when there is none. The same object for the same options. */
export function maybeKindOf(
  plan: WithOwnParts,
  { kindId, options }: Pick<Part, 'kindId' | 'options'>,
): PartKind | undefined {
  if (kindId.startsWith('own-')) {
    const own = Object.hasOwn(plan.ownParts, kindId) ? plan.ownParts[kindId] : undefined;
    return own === undefined ? undefined : kindOfOwnPart(own);
  }
  const kind = maybePartKind(kindId);
  if (kind?.withOptions === undefined || options === undefined) return kind;
  return withOptions(kind, options);
}

/** The kind of a part of a valid plan. Throws RangeError for a part of no known kind. */
export function kindOf(plan: WithOwnParts, part: Pick<Part, 'id' | 'kindId' | 'options'>): PartKind {
  const kind = maybeKindOf(plan, part);
  if (kind === undefined)
    throw new RangeError(`kindOf: part ${part.id} is of no known kind "${part.kindId}"`);
  return kind;
}
