import { parametricPart } from '../part-kind.ts';
import { box, boxOutline, stroke } from '../shapes.ts';

export const lithiumPack = parametricPart(
  [
    {
      id: 'cableMm',
      title: 'Length of its cable',
      unit: 'mm',
      smallest: 30,
      largest: 500,
      usual: 90,
      isBought: true,
    },
    {
      id: 'cableSwitch',
      title: 'Its cable is',
      unit: '',
      smallest: 0,
      largest: 1,
      usual: 0,
      isBought: true,
      choices: [
        { value: 0, title: 'plain' },
        { value: 1, title: 'one with a switch in it' },
      ],
    },
  ],
  ({ cableMm = 90, cableSwitch = 0 }) => ({
    id: 'lithium-pack',
    title: 'Lithium-polymer pack with plug',
    noun: 'pack',
    drawer: 'Power',
    description: 'Lies in a firm pouch and is plugged into its power board; it is never sewn through.',
    source:
      'dimensions and 90 mm of cable: assumption, our own part; 400 mAh: memory of typical packs of this size',
    outline: boxOutline(36, 26),
    holes: [],
    shapes: [
      box('cell', 0, 0, 36, 25, 2),
      box('chip', 16, 0, 3, 22),
      stroke('wire', [17, -1.5], [18, -1.5]),
      stroke('wire', [17, 1.5], [18, 1.5]),
    ],
    elements: [],
    massG: 9,
    isLoose: true,
    isCellId: 'lithium-polymer',
    placing:
      'Make a firm pouch of cloth for {name} at its mark, with ordinary thread; the pack itself is never sewn through.',
    lead: { at: { x: 18, y: 0 }, cableMm, hasSwitch: cableSwitch === 1 },
    mateId: 'power-board',
  }),
);
