import { plainPart } from '../part-kind.ts';
import { box, boxOutline, stroke, tapePad } from '../shapes.ts';

export const inLineSwitch = plainPart({
  id: 'in-line-switch',
  title: 'In-line switch',
  noun: 'switch',
  drawer: 'Switches',
  description: 'Sits in a wire, not on the cloth; its two bared ends are joined under conductive tape.',
  source: 'dimensions: assumption, our own part; closed resistance 0.2 Ω: assumption',
  outline: boxOutline(70, 14),
  holes: [
    { ...tapePad('a', { x: -30, y: 0 }, 'a', 'none'), padRadiusMm: 3.5 },
    { ...tapePad('b', { x: 30, y: 0 }, 'b', 'none'), padRadiusMm: 3.5 },
  ],
  shapes: [
    stroke('wire', [-30, 0], [-12, 0]),
    stroke('wire', [12, 0], [30, 0]),
    box('board', 0, 0, 26, 12, 5),
    box('slot', 0, 0, 10, 5, 2),
    box('slide', 2.4, 0, 4, 6),
  ],
  elements: [{ kind: 'switch', a: 'a', b: 'b', onOhm: 0.2, closedBy: 'hand' }],
  massG: 5,
  placing:
    'Hold the two bared wire ends of {name} to the cloth at their marks under conductive tape: the thread is sewn through the tape.',
  spots: [{ id: 'slide', title: 'slide', at: { x: 0, y: 0 }, radiusMm: 4 }],
});
