import { sensorBoard } from '../sensors.ts';
import { disc } from '../shapes.ts';

export const sensorTouch = sensorBoard(
  {
    id: 'sensor-touch',
    title: 'Touch sensor',
    description: 'Feels a finger on its pad, also through thin cloth.',
  },
  0.2,
  [disc('metal', 0, -3.4, 3.4), disc('slot', 0, -3.4, 1.2)],
);
