import { cautionRule } from '../caution-rule.ts';

export const skin = cautionRule({
  id: 'skin',
  title: 'Bare thread on skin',
  severity: 'mend',
  help: 'Sweat and broken skin carry current, and a short on the skin burns it. Line the piece or cover its threads where it lies on the skin, and keep it off wet or broken skin.',
  example: 'A cuff with its threads uncovered, said to be worn on the skin.',
  byHand: 'Only you know where it touches: line it, or cover the threads.',
  sees: ['runs', 'habits'],
  judge: ({ facts, runs, habits }) =>
    facts.onSkin === true && Object.keys(runs).length > 0 && habits.cover === 'none'
      ? {
          severity: 'mend',
          message: 'The piece lies on skin, and nothing covers its threads.',
          step: 'Choose a cover in the habits: a lining, a second layer or paint.',
        }
      : null,
});
