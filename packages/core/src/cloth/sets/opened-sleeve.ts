import { measure, type PieceSet, usualSeam } from '../piece-set.ts';
import { sleeve } from '../pieces/sleeve.ts';

export const openedSleeve: PieceSet = {
  id: 'opened-sleeve',
  title: 'Sleeve, its seam opened',
  description:
    'The sleeve of a garment you have: its underarm seam is opened so that it lies flat, and closed again at the end.',
  sizes: [
    measure('widthMm', 'Width at the arm', 380, 120, 900),
    measure('heightMm', 'Length', 560, 120, 1000),
    measure('wristMm', 'Width at the wrist', 230, 80, 700),
    measure('capMm', 'Height of the cap', 110, 10, 300),
  ],
  panels: [
    {
      key: 'sleeve',
      name: 'sleeve',
      outline: sleeve.outline,
      ...(sleeve.guides === undefined ? {} : { guides: sleeve.guides }),
      limits: (sizes) => sleeve.limits?.(sizes) ?? {},
      grainDeg: 0,
      asSewn: true,
    },
  ],
  seams: () => [
    usualSeam([
      { panel: 'sleeve', from: 2, to: 3 },
      { panel: 'sleeve', from: 4, to: 0 },
    ]),
  ],
  works: [{ title: 'open the underarm seam, so that the sleeve lies flat', kind: 'open', place: 'piece' }],
};
