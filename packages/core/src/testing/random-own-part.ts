/** Parts a maker could have described, of every model, for property tests: mostly sound, sometimes not quite. */
import { CELL_KINDS } from '../parts/cells.ts';
import { OWN_ROLES, type OwnHole, type OwnModel, type OwnPart } from '../parts/own-part-schema.ts';
import { type Random, randomIndex } from '../random/random.ts';

const OWN_CELL = { volt: 3.7, ohm: 0.1, mah: 700, acrossMm: 14, heightMm: 50 };

/** A described part under one of two ids, so that descriptions are changed as well as made. */
export function randomOwnPart(random: Random): OwnPart {
  const pick = <T>(list: readonly T[]): T => list[randomIndex(random, list.length)] as T;
  const models: readonly OwnModel[] = [
    { kind: 'none' },
    { kind: 'light', seriesOhm: pick([0, 100]) },
    {
      kind: 'cell',
      cellId: pick(CELL_KINDS).id,
      count: 1 + randomIndex(random, 3),
      switched: random() < 0.5,
    },
    { kind: 'switch', onOhm: 0.5 },
    { kind: 'resistor', ohm: 10 + random() * 1000 },
    { kind: 'load', volt: 3, ma: 1 + random() * 20 },
    { kind: 'board', volt: 3, mostMa: 100 },
    {
      kind: 'board',
      volt: 5,
      mostMa: 60,
      steadyV: 3.3,
      cell: { cellId: pick(CELL_KINDS).id, count: 1, switched: random() < 0.5 },
    },
    { kind: 'load', volt: 5, ma: 30, glows: true, mostV: 5.5 },
    { kind: 'magnet' },
    { kind: 'half', onOhm: 0.2 + random() },
    { kind: 'half', onOhm: 0.3, isMagnet: true },
    { kind: 'pack', own: OWN_CELL, cableMm: 120, hasSwitch: random() < 0.5 },
    { kind: 'cell', cellId: 'own', own: OWN_CELL, count: 1, switched: true },
    { kind: 'switch', onOhm: 0.5, closedBy: 'press' },
  ];
  const model = pick(models);
  const isPair = model.kind === 'switch' || model.kind === 'resistor';
  const hole = (id: string, x: number, more: Partial<OwnHole>): OwnHole => ({
    id,
    x: x + random() * 4,
    y: random() * 16 - 8,
    diameterMm: 1 + random() * 2,
    padMm: 4,
    role: 'holding',
    label: '',
    joinedAs: '',
    abilities: [],
    ...more,
  });
  return {
    id: pick(['own-one', 'own-two']),
    title: pick(['Tin box', 'Shell', 'Old clasp']),
    outline: pick([
      { form: 'round', acrossMm: 44 },
      { form: 'box', widthMm: 50, heightMm: 30 },
    ] as const),
    massG: random() * 20,
    holes: [
      hole('a', -16, isPair ? { role: 'joined', joinedAs: 'one' } : { role: 'plus' }),
      hole('b', 12, isPair ? { role: 'joined', joinedAs: 'two' } : { role: 'minus' }),
      hole('c', 0, { role: pick(OWN_ROLES), label: pick(['', 'C']) }),
    ],
    model,
  };
}
