import { plainPart } from '../part-kind.ts';
import { disc, ovalOutline } from '../shapes.ts';

export const magnet = plainPart({
  id: 'magnet',
  title: 'Magnet',
  noun: 'magnet',
  drawer: 'Switches',
  description:
    'Sewn into a small pocket; keep it well away from steel holders. Mark its pole before it is turned over.',
  source: 'dimensions: assumption; weight of a 10 mm × 2 mm disc from its volume at 7.5 g/cm³ (memory)',
  outline: ovalOutline(5.5, 5.5),
  holes: [],
  shapes: [disc('magnet', 0, 0, 5), disc('metal', 0, 0, 1.2)],
  elements: [],
  placing:
    'Mark the pole of {name} that looks up, and sew it into a small pocket of cloth at its mark, with ordinary thread.',
  massG: 1.2,
  magnetism: 'magnet',
  mateId: 'magnetic-switch',
});
