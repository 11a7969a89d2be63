import { bareBody } from '../bare-legs.ts';
import { plainPart } from '../part-kind.ts';

export const bareLegLightTwoColour = plainPart({
  id: 'bare-leg-light-two-colour',
  title: 'Two-colour bare-leg light, 5 mm',
  noun: 'light',
  drawer: 'Lights',
  description: 'Three legs: one − for both, a + for red and a + for green. Feed either, or both for amber.',
  source:
    'leads and loops: common practice; dome 5 mm and three legs, its green of about 2.1 V: memory of typical datasheets',
  massG: 0.5,
  ...bareBody(5, [
    { id: 'minus', sign: '-', foldDeg: 180, reachMm: 7.4, curlMm: 1.5, isSquare: false },
    { id: 'plus-red', sign: '+', foldDeg: -45, reachMm: 9.3, curlMm: 2, isSquare: false },
    { id: 'plus-green', sign: '+', foldDeg: 45, reachMm: 9.3, curlMm: 2, isSquare: false },
  ]),
  elements: [
    { kind: 'light', plus: 'plus-red', minus: 'minus', seriesOhm: 0, colourId: 'red' },
    { kind: 'light', plus: 'plus-green', minus: 'minus', seriesOhm: 0, colourId: 'yellow-green' },
  ],
});
