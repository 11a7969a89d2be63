import { bareLegLight } from '../bare-legs.ts';

export const bareLegLightFlashing = bareLegLight(
  'bare-leg-light-flashing',
  'Flashing bare-leg light, 5 mm',
  5,
  'Blinks by itself about twice a second. Reckoned as if it were always on.',
  { flashes: true },
);
