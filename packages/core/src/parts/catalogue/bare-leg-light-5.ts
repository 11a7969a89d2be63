import { bareLegLight } from '../bare-legs.ts';

export const bareLegLight5 = bareLegLight(
  'bare-leg-light-5',
  'Bare-leg light, 5 mm',
  5,
  'Legs folded flat and curled: the loop of + is bigger, or square. No resistor of its own.',
);
