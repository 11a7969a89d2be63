import { sensorBoard } from '../sensors.ts';
import { box, disc } from '../shapes.ts';

export const sensorTemperature = sensorBoard(
  {
    id: 'sensor-temperature',
    title: 'Temperature sensor',
    description: 'Tells warm from cold. Near skin it measures the skin.',
  },
  0.1,
  [box('chip', 0, -3.4, 3, 4), disc('metal', 0, -3.4, 0.8)],
);
