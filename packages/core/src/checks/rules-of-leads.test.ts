/** Packs with a plug: no thread between plug and socket, a cable that reaches with slack, a socket within reach of a hand. */
import { describe, expect, test } from 'vitest';
import { solvePlan } from '../circuit/faded.ts';
import { elementName } from '../circuit/plan-circuit.ts';
import { expectOk } from '../errors/problem.ts';
import { roundedBoxCurve } from '../geometry/curve.ts';
import type { OwnHole, OwnPart } from '../parts/own-part-schema.ts';
import { addMarkings } from '../plan/edits/cloth-edits.ts';
import { keepOwnPart } from '../plan/edits/own-part-edits.ts';
import { choosePartOptions, deleteParts, flickSwitch } from '../plan/edits/part-edits.ts';
import { kindOf } from '../plan/kind-of.ts';
import { leadsOf } from '../plan/leads.ts';
import { sewingSheet } from '../sewing/sewing-sheet.ts';
import { PlanBuilder } from '../testing/plan-builder.ts';
import { wishesOf } from '../wishes/wishes.ts';
import { checkPlan } from './check-plan.ts';

/** A pack so far to the left of its power board, with a light. */
function withPack(apartMm: number): PlanBuilder {
  const build = new PlanBuilder('Lamp', 400, 200)
    .place('power-board', 'board', 250, 100)
    .place('lithium-pack', 'pack', 250 - apartMm, 100)
    .light('lamp', 330, 60);
  const [board, pack] = [build.part('board'), build.part('pack')];
  const paired = { [board.id]: { ...board, mateId: pack.id }, [pack.id]: { ...pack, mateId: board.id } };
  build.plan = { ...build.plan, parts: { ...build.plan.parts, ...paired } };
  return build;
}

const found = (build: PlanBuilder, ruleId: string) =>
  checkPlan(build.plan).filter((one) => one.ruleId === ruleId);

describe('a pack with a plug', () => {
  test('pairs with the socket: nothing of it is wished, and its cable is measured from body to socket', () => {
    const { plan } = withPack(80);
    const ends = expectOk(wishesOf(plan)).flatMap(({ terminals }) => terminals);
    const pack = Object.values(plan.parts).find(({ name }) => name === 'pack');
    expect(ends.some(({ partId }) => partId === pack?.id)).toBe(false);
    const [lead] = leadsOf(plan);
    // From 18 mm right of the pack's middle to 9 mm above the middle of the board, 80 mm on: the rule of Pythagoras.
    expect(lead?.slackMm).toBeCloseTo(90 - Math.hypot(80 - 18, 9), 6);
  });

  test('a cable that is short of its slack is told with what is needed; a longer one or a shorter way mends it', () => {
    const build = withPack(100);
    const [finding] = found(build, 'lead');
    expect(finding?.message).toBe(
      'The cable of pack is too short for board: it is 90 mm, and with some slack it takes 103 mm.',
    );
    build.edit(choosePartOptions(build.plan, build.part('pack').id, { cableMm: 110 }));
    expect(found(build, 'lead')).toEqual([]);
    expect(found(withPack(80), 'lead')).toEqual([]);
    build.edit(deleteParts(build.plan, [build.part('board').id]));
    expect(found(build, 'lead')[0]?.message).toBe('The plug of pack has no socket to go into.');
  });

  test('the socket lies within reach of a hand, or Check says so', () => {
    const build = withPack(80);
    const zone = (top: number) =>
      addMarkings(build.plan, [
        { use: 'reach', name: 'slit', closed: true, nodes: roundedBoxCurve(200, top, 300, 140, 0) },
      ]);
    build.edit(zone(96));
    expect(found(build, 'reach').map(({ message }) => message)).toEqual([
      'The socket of board cannot be reached once the piece is closed.',
    ]);
    build.edit(zone(60));
    expect(found(build, 'reach')).toEqual([]);
  });

  test('the sheet says when it is plugged in, and that its weight never pulls at the plug', () => {
    const { plan } = withPack(80);
    const text = sewingSheet(plan)
      .steps.map((step) => step.text)
      .join('\n');
    expect(text).toContain('firm pouch of cloth for pack');
    expect(text).toMatch(/plug goes into the socket of .*board.* last of all/u);
    expect(text).toContain('leave 20 mm of the cable loose');
  });

  test('a switch in the cable is bought with it and told on the sheet', () => {
    const build = withPack(80).sew('board.plus-1', 'lamp.plus').sew('board.minus-1', 'lamp.minus');
    build.edit(choosePartOptions(build.plan, build.part('pack').id, { cableSwitch: 1 }));
    const text = sewingSheet(build.plan)
      .steps.map((step) => step.text)
      .join('\n');
    expect(text).toContain('The switch in its cable stays where a hand gets at it');
    expect(text).toContain('turn the switch in the cable of pack on');
  });

  test('the switch in the cable opens the way of all the current, and a board without a slide of its own counts as switched', () => {
    const build = withPack(80).sew('board.plus-1', 'lamp.plus').sew('board.minus-1', 'lamp.minus');
    const pack = (): string => build.part('pack').id;
    build.edit(choosePartOptions(build.plan, pack(), { cableSwitch: 1 }));
    const given = (): number => {
      const point = expectOk(solvePlan(build.plan));
      return Math.abs(point.ampOf(elementName.cell(build.part('board').id)));
    };
    expect(build.part('pack').switchedOn).toBe(true);
    const on = given();
    expect(on).toBeGreaterThan(1e-3);
    build.edit(flickSwitch(build.plan, pack(), false));
    expect(given()).toBeLessThan(1e-6);
    expect(build.part('board').switchedOn).toBe(true);
    build.edit(choosePartOptions(build.plan, pack(), { cableSwitch: 0 }));
    expect(build.part('pack').switchedOn).toBeUndefined();
    expect(given()).toBeCloseTo(on, 3);
  });

  test('an own board with a socket and a charge port: the plug goes there, and a hand must reach both', () => {
    const build = new PlanBuilder('Own', 400, 200);
    const hole = (id: string, x: number, role: OwnHole['role']): OwnHole => ({
      ...{ id, x, y: 0, diameterMm: 2, padMm: 4, role, label: '', joinedAs: '', abilities: [] },
    });
    const own: OwnPart = {
      id: 'own-charger',
      title: 'Charger',
      outline: { form: 'box', widthMm: 60, heightMm: 20 },
      massG: 5,
      holes: [
        hole('p', -12, 'plus'),
        hole('m', -4, 'minus'),
        hole('s', 8, 'socket'),
        hole('c', 22, 'charge'),
      ],
      model: { kind: 'cell', cellId: 'lithium-polymer', count: 1, switched: true },
    };
    build
      .edit(keepOwnPart(build.plan, own))
      .place('own-charger', 'charger', 200, 100)
      .place('lithium-pack', 'pack', 150, 140);
    const [lead] = leadsOf(build.plan);
    expect(lead?.into?.name).toBe('charger');
    expect(lead?.to).toEqual({ x: 208, y: 100 });
    expect(build.part('charger') && kindOf(build.plan, build.part('charger')).holes).toHaveLength(2);
    build.edit(
      addMarkings(build.plan, [
        { use: 'reach', name: 'slit', closed: true, nodes: roundedBoxCurve(160, 80, 215, 120, 0) },
      ]),
    );
    expect(found(build, 'reach').map(({ message }) => message)).toEqual([
      'The charge port of charger cannot be reached once the piece is closed.',
    ]);
  });
});
