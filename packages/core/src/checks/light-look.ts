import type { PlacedLight } from '../joining/sides.ts';

/** What makes two lights of one kind: the same part in the same colour, with the same resistor. */
export function lightLook({ part, light }: PlacedLight): string {
  return `${part.kindId} ${light.colourId ?? part.colourId ?? ''} ${light.seriesOhm}`;
}
