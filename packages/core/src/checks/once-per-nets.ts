import type { PlacedLight } from '../joining/sides.ts';
import { remembered } from '../units/remembered.ts';
import type { CheckContext } from './check-rule.ts';

/**
 * Remembers what follows from the nets alone (and so from names, kinds and colours), not from where things lie: while a
 * part is dragged it is not worked out again.
 */
export function oncePerNets<T>(compute: (context: CheckContext) => T): (context: CheckContext) => T {
  return remembered({ name: 'a check of the nets', under: ({ nets }: CheckContext) => nets }, compute);
}

/** A light without where it lies: what may be kept with the nets. */
export interface NamedLight extends Pick<PlacedLight, 'id' | 'light'> {
  readonly part: Pick<PlacedLight['part'], 'id' | 'name' | 'colourId'>;
}

export function namedLight({ id, light, part }: PlacedLight): NamedLight {
  const { id: partId, name, colourId } = part;
  return { id, light, part: { id: partId, name, ...(colourId === undefined ? {} : { colourId }) } };
}
