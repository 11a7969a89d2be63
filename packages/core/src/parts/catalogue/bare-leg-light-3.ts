import { bareLegLight } from '../bare-legs.ts';

export const bareLegLight3 = bareLegLight(
  'bare-leg-light-3',
  'Bare-leg light, 3 mm',
  3,
  'A smaller dome with the same legs. No resistor of its own.',
);
