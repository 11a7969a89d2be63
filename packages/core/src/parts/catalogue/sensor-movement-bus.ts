import { busSensorBoard } from '../sensors.ts';
import { box } from '../shapes.ts';

export const sensorMovementBus = busSensorBoard(
  {
    id: 'sensor-movement-bus',
    title: 'Movement sensor on a bus',
    description:
      'Tells how it is tilted, turned and shaken over two shared lines, data and clock. Sew it flat and firm.',
  },
  0.6,
  [box('chip', 0, -3.4, 3.4, 3.4)],
);
