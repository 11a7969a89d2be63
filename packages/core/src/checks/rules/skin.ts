import { cautionRule } from '../caution-rule.ts';

export const skin = cautionRule({
  id: 'skin',
  title: 'Bare thread on skin',
  help: 'Sweat and broken skin carry current, and an implanted device may be disturbed. Line the piece, keep the thread off the skin, and ask a qualified person where someone has an implant.',
  example: 'A cuff with its threads on the inside, said to be worn on the skin.',
  message:
    'Line it where it lies on the skin; keep it away from wet or broken skin and from implanted devices.',
  appliesTo: ({ facts, runs }) => facts.onSkin === true && Object.keys(runs).length > 0,
});
