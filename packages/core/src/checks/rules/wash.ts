import { cautionRule } from '../caution-rule.ts';

export const wash = cautionRule({
  id: 'wash',
  title: 'It will be washed',
  help: 'Cells, packs and boards come out before washing; thread is measured again when it is quite dry. Plan a way to take them out.',
  example: 'A cushion cover, said to be washed.',
  message: 'Take cells, packs and boards out before washing, and measure again when it is quite dry.',
  appliesTo: ({ facts, parts }) => facts.washed === true && Object.keys(parts).length > 0,
});
