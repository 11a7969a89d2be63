/** Closures and magnets: halves that can meet, poles that attract, a cell between two magnets, ways round a closure. */
import { describe, expect, test } from 'vitest';
import { proposeThreads } from '../advice/propose-threads.ts';
import { benchTests } from '../bench/bench-tests.ts';
import { solvePlan } from '../circuit/faded.ts';
import { lightStates } from '../circuit/will-it-light.ts';
import { expectOk } from '../errors/problem.ts';
import { applyEdit } from '../plan/edit.ts';
import { choosePartOptions, placePair, turnPartOver } from '../plan/edits/part-edits.ts';
import type { Facts } from '../plan/records.ts';
import type { Plan } from '../plan/schema.ts';
import { circuitsOf } from '../power/circuits.ts';
import { planInState } from '../power/operating-states.ts';
import { previewProposal } from '../router/proposal.ts';
import { USUAL_REQUEST } from '../router/route-request.ts';
import { gatherList } from '../sewing/gather.ts';
import { sewingSheet } from '../sewing/sewing-sheet.ts';
import { insulated } from '../testing/insulated.ts';
import { PlanBuilder } from '../testing/plan-builder.ts';
import { wishesOf } from '../wishes/wishes.ts';
import { checkPlan } from './check-plan.ts';
import { fixesFor } from './fix.ts';

const of = (plan: Plan, ruleId: string) => checkPlan(plan).filter((one) => one.ruleId === ruleId);

/** Two lights, and a clasp of magnets with the cell between at both ends of a band. */
function clasped(options: { readonly plus?: object; readonly minus?: object } = {}): Plan {
  const build = new PlanBuilder('Band', 320, 160).light('one', 100, 50, 90).light('two', 160, 50, 90);
  build.edit(placePair(build.plan, { kindId: 'cell-clasp-plus', at: { x: 40, y: 110 } }, { x: 230, y: 0 }));
  for (const [name, values] of [
    ['plus clasp 1', options.plus],
    ['minus clasp 1', options.minus],
  ] as const)
    if (values !== undefined)
      build.edit(choosePartOptions(build.plan, build.part(name).id, values as Record<string, number>));
  return build.plan;
}

function routed(plan: Plan): Plan {
  const search = proposeThreads(plan, USUAL_REQUEST, 1, 'by-moves');
  let step = search.next();
  while (step.done !== true) step = search.next();
  const { base, problem, solution, leftOut } = expectOk(step.value);
  expect(leftOut).toEqual([]);
  return expectOk(previewProposal(base, problem, solution));
}

describe('a clasp of two magnets with the cell between', () => {
  test('is holder, contact and switch at once: its − is sewn to the other half', () => {
    const plan = clasped();
    const [plus, minus] = Object.values(plan.parts).filter(({ kindId }) => kindId.startsWith('cell-clasp'));
    const wishes = expectOk(wishesOf(plan));
    expect(wishes.map(({ side, terminals }) => [side, terminals[0]])).toEqual([
      ['+', { partId: plus?.id, terminal: 'metal' }],
      ['-', { partId: minus?.id, terminal: 'face' }],
    ]);
    const sewn = routed(plan);
    expect(checkPlan(sewn).map(({ severity, ruleId }) => `${severity} ${ruleId}`)).toEqual([
      'note cell-clasp',
    ]);
    const [circuit] = circuitsOf(sewn);
    expect(circuit?.mainContacts.map(({ part }) => part.id)).toEqual([plus?.id]);
    const amps = (at: Plan): number =>
      lightStates(at, expectOk(solvePlan(insulated(at)))).reduce((sum, { amp }) => sum + amp, 0);
    expect(amps(sewn)).toBeGreaterThan(1e-3);
    expect(amps(planInState(sewn, `${minus?.id}=off`))).toBeLessThan(1e-6);
  });

  test('sheet, bench and gather list say which way up the cell lies, and never to test with the halves together', () => {
    const sewn = routed(clasped());
    const text = sewingSheet(sewn)
      .steps.map((step) => step.text)
      .join('\n');
    expect(text).toContain(
      'Lay the coin cell on plus clasp 1, its + face to it, and close plus clasp 1 on minus clasp 1',
    );
    expect(text).toContain('To turn it off, open plus clasp 1.');
    expect(text).toContain('Coin cell out, the halves of its clasp apart');
    const bench = expectOk(benchTests(sewn)).map((one) => one.text);
    expect(bench.some((one) => one.includes('volts between plus clasp 1 (+) and minus clasp 1 (−)'))).toBe(
      true,
    );
    const cell = gatherList(sewn).find(({ what }) => what.startsWith('3 V coin cell'));
    expect(cell?.note).toContain('its + face toward plus clasp 1');
  });

  test('the magnet on the − face leaves the rim clear by 1 mm all round: of 17 mm inside the rim (from memory) 15 mm may be magnet', () => {
    expect(of(clasped({ minus: { magnetMm: 15 } }), 'cell-clasp').map(({ key }) => key)).toEqual([
      expect.stringContaining('loose'),
    ]);
    const [wide] = of(clasped({ minus: { magnetMm: 15.5 } }), 'cell-clasp');
    expect(wide).toMatchObject({
      severity: 'stop',
      found: { value: 15.5, unit: 'mm' },
      wanted: { value: 15, unit: 'mm' },
    });
    // The + face is the can itself: a magnet of any width may lie on it.
    expect(of(clasped({ plus: { magnetMm: 19 } }), 'cell-clasp').map(({ severity }) => severity)).toEqual([
      'note',
    ]);
  });

  test('poles attract through the cell', () => {
    expect(of(clasped(), 'magnet-pole')).toEqual([]);
    expect(of(clasped({ minus: { pole: 0 } }), 'magnet-pole').map(({ severity }) => severity)).toEqual([
      'stop',
    ]);
    expect(of(clasped({ plus: { pole: 1 }, minus: { pole: 0 } }), 'magnet-pole')).toEqual([]);
  });

  test.each([
    [null, 'note'],
    ['adult', 'note'],
    ['nobody', 'note'],
    ['child', 'stop'],
    ['small-child', 'stop'],
    ['animal', 'stop'],
  ] as const)('for %s it is a %s, once', (forWhom, severity) => {
    const plan = clasped();
    const facts: Facts = { ...plan.facts, forWhom };
    const told = checkPlan({ ...plan, facts }).filter(({ ruleId }) =>
      ['cell-clasp', 'swallow'].includes(ruleId),
    );
    expect(told.map((one) => one.severity)).toEqual([severity]);
    expect(told[0]?.step).toContain('get medical help at once');
  });
});

describe('closure-face', () => {
  /** A cuff, or a flat patch. */
  const on = (pieceId: string, face: 'right' | 'wrong', overlapMm = 30): PlanBuilder => {
    const build = new PlanBuilder('Cuff', 320, 50);
    const [panel] = Object.values(build.plan.panels);
    const sizes = { widthMm: 320, heightMm: 50, ...(pieceId === 'strip' ? { overlapMm } : {}) };
    if (panel !== undefined)
      build.plan = {
        ...build.plan,
        panels: { [panel.id]: { ...panel, shape: { kind: 'ready', pieceId, sizes } } },
      };
    build.place('snap-ball', 'ball', 20, 25).place('snap-socket', 'socket', 300, 25, { face });
    const [ball, socket] = [build.part('ball'), build.part('socket')];
    const paired = {
      [ball.id]: { ...ball, mateId: socket.id },
      [socket.id]: { ...socket, mateId: ball.id },
    };
    build.plan = { ...build.plan, parts: { ...build.plan.parts, ...paired } };
    return build;
  };

  test('on a band whose ends overlap the halves look different ways; turning one over mends it', () => {
    const { plan } = on('strip', 'right');
    const [finding] = of(plan, 'closure-face');
    expect(finding?.severity).toBe('stop');
    if (finding === undefined) return;
    const [fix] = fixesFor(plan, finding).fixes;
    expect(fix?.id).toBe('turn-over');
    expect(of(applyEdit(plan, fix?.edit ?? { label: '', changes: [] }), 'closure-face')).toEqual([]);
    expect(of(on('strip', 'wrong').plan, 'closure-face')).toEqual([]);
    const both = on('strip', 'wrong');
    both.edit(turnPartOver(both.plan, both.part('ball').id, 'wrong'));
    expect(of(both.plan, 'closure-face')).toHaveLength(1);
  });

  test('where nothing overlaps, or the cloth may fold, nothing is known and nothing is said', () => {
    expect(of(on('strip', 'right', 0).plan, 'closure-face')).toEqual([]);
    expect(of(on('rectangle', 'right').plan, 'closure-face')).toEqual([]);
  });

  test('a pair that is placed on a band comes on both sides', () => {
    const { plan } = on('strip', 'right');
    const placed = applyEdit(
      { ...plan, parts: {} },
      expectOk(
        placePair({ ...plan, parts: {} }, { kindId: 'snap-ball', at: { x: 20, y: 25 } }, { x: 280, y: 0 }),
      ),
    );
    expect(Object.values(placed.parts).map(({ face }) => face)).toEqual(['right', 'wrong']);
    expect(of(placed, 'closure-face')).toEqual([]);
  });
});

describe('magnets and eyes', () => {
  test('magnet-pole speaks of clasps with like poles, not of the magnet of a switch', () => {
    const build = new PlanBuilder('Bag', 300, 200);
    build.edit(placePair(build.plan, { kindId: 'clasp-stud', at: { x: 50, y: 100 } }, { x: 150, y: 0 }));
    expect(of(build.plan, 'magnet-pole')).toEqual([]);
    build.edit(choosePartOptions(build.plan, build.part('clasp plate 1').id, { pole: 0 }));
    expect(of(build.plan, 'magnet-pole')).toHaveLength(1);
    const reed = new PlanBuilder('Reed', 300, 200);
    reed.edit(placePair(reed.plan, { kindId: 'magnetic-switch', at: { x: 50, y: 100 } }, { x: 0, y: 20 }));
    expect(of(reed.plan, 'magnet-pole')).toEqual([]);
  });

  test.each(['coin-cell-holder-light-sensing', 'sensor-light'])(
    'self-sensing: %s sees every light near, addressable ones too',
    (kindId) => {
      const beside = (mm: number, light: string, face: 'right' | 'wrong' = 'right') =>
        new PlanBuilder('Eye', 400, 200)
          .place(kindId, 'eye', 100, 100)
          .place(light, 'lamp', 100 + mm, 94, { face }).plan;
      for (const light of ['sew-on-light', 'bare-leg-light-5', 'addressable-light']) {
        expect(of(beside(25, light), 'self-sensing'), light).toHaveLength(1);
        expect(of(beside(60, light), 'self-sensing'), light).toEqual([]);
        expect(of(beside(25, light, 'wrong'), 'self-sensing'), light).toEqual([]);
      }
      expect(of(beside(25, 'sensor-motion'), 'self-sensing')).toEqual([]);
    },
  );
});

describe('ways round, and nothing to switch', () => {
  test('switch-bypassed: thread across a snap', () => {
    const build = new PlanBuilder('Cuff', 320, 160).holder(60, 120).light('lamp', 250, 40, 90);
    build.edit(
      placePair(build.plan, { kindId: 'snap-ball', at: { x: 40, y: 40 }, name: 'ball' }, { x: 100, y: 0 }),
    );
    build
      .sew('holder.plus', 'ball.hole-1')
      .sew('snap socket 1.hole-1', 'lamp.plus')
      .sew('holder.minus', 'lamp.minus');
    expect(of(build.plan, 'switch-bypassed')).toEqual([]);
    build.sew('ball.hole-2', 'snap socket 1.hole-2');
    const [finding] = of(build.plan, 'switch-bypassed');
    expect(finding?.message).toBe(
      'Thread leads round ball and snap socket 1: both halves are joined already.',
    );
    expect(finding?.severity).toBe('stop');
  });

  test('switch-none: addressable lights count as lights', () => {
    const build = new PlanBuilder('Row', 400, 200)
      .place('wired-box', 'box', 80, 120)
      .place('addressable-light', 'pixel', 250, 60);
    expect(of(build.plan, 'switch-none')).toEqual([]);
    const plain = new PlanBuilder('Row', 400, 200)
      .place('aaa-holder-1', 'box', 80, 120)
      .place('addressable-light', 'pixel', 250, 60);
    const holes = plain.plan;
    expect(Object.keys(holes.parts)).toHaveLength(2);
    const coin = new PlanBuilder('Row', 400, 200)
      .holder(80, 120)
      .place('addressable-light', 'pixel', 250, 60)
      .sew('holder.plus', 'pixel.plus')
      .sew('holder.minus', 'pixel.minus');
    expect(of(coin.plan, 'switch-none').map(({ message }) => message)).toEqual([
      'Nothing switches pixel off.',
    ]);
  });
});
