import { sensorBoard } from '../sensors.ts';
import { box } from '../shapes.ts';

export const sensorMotion = sensorBoard(
  {
    id: 'sensor-motion',
    title: 'Motion sensor',
    description: 'Feels tilt and shaking. Sew it flat and firm, or it feels itself flap.',
  },
  0.4,
  [box('chip', 0, -3.4, 4, 3.4)],
);
