import { sensorBoard } from '../sensors.ts';
import { disc } from '../shapes.ts';

export const sensorLight = sensorBoard(
  {
    id: 'sensor-light',
    title: 'Light sensor',
    description: 'Tells how bright it is. Keep it out of the shine of your own lights.',
  },
  0.5,
  [disc('chip', 0, -3.4, 2.4), disc('glow', 0, -3.4, 1.4)],
  { senses: 'light' },
);
