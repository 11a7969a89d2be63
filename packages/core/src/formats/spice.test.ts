import { describe, expect, test } from 'vitest';
import type { CircuitElement } from '../circuit/circuit.ts';
import { planCircuit } from '../circuit/plan-circuit.ts';
import { solveDc } from '../circuit/solve-dc.ts';
import { willItLight } from '../circuit/will-it-light.ts';
import { expectOk } from '../errors/problem.ts';
import { setLevel } from '../plan/edits/part-edits.ts';
import { PlanBuilder, smallLantern } from '../testing/plan-builder.ts';
import { planNetlist } from './spice.ts';

/** Reads the SPICE subset that we write: R, V, I, D and .model lines. */
function readNetlist(text: string): readonly CircuitElement[] {
  const lines = text.split('\n');
  const models = new Map(
    lines.flatMap((line) => {
      const match = /^\.model (\w+) D\(IS=(\S+) N=(\S+) RS=(\S+)\)$/.exec(line);
      return match === null
        ? []
        : [
            [
              match[1] as string,
              { saturationA: Number(match[2]), ideality: Number(match[3]), seriesOhm: Number(match[4]) },
            ] as const,
          ];
    }),
  );
  return lines.flatMap((line): CircuitElement[] => {
    const [name = '', a = '', b = '', value = '', volt] = line.split(' ');
    if (/^R\w/.test(name)) return [{ kind: 'R', name, a, b, ohm: Number(value) }];
    if (/^V\w/.test(name)) return [{ kind: 'V', name, plus: a, minus: b, volt: Number(volt) }];
    if (/^I\w/.test(name)) return [{ kind: 'I', name, from: a, to: b, amp: Number(volt) }];
    const law = models.get(value);
    if (/^D\w/.test(name) && law !== undefined) return [{ kind: 'D', name, anode: a, cathode: b, law }];
    return [];
  });
}

describe('the netlist', () => {
  const { plan } = smallLantern();
  const text = expectOk(planNetlist(plan));

  test('holds the very circuit that was computed', () => {
    const elements = readNetlist(text);
    expect(elements).toHaveLength(planCircuit(plan).elements.length);
    const { amps } = expectOk(solveDc(elements));
    for (const light of expectOk(willItLight(plan)).lights)
      expect(amps.get(`D_${light.partId}`)).toBeCloseTo(light.amp, 12);
  });

  test('gives what a general-purpose simulator prints for it', () => {
    // Printed by ngspice 39 for this text: @d_p3[id] and @d_p4[id].
    const printed = { p3: 2.590287051361e-3, p4: 2.583281149642e-3 };
    for (const light of expectOk(willItLight(plan)).lights) {
      const wanted = printed[light.partId as keyof typeof printed];
      expect(Math.abs(light.amp / wanted - 1)).toBeLessThan(1e-6);
    }
  });

  test('a steady supply is written as it has settled: solved again it gives the same currents', () => {
    const build = new PlanBuilder('Long board', 300, 220)
      .place('power-board', 'power', 60, 160)
      .place('board-long', 'board', 150, 60)
      .light('a', 240, 120, 0, 'red')
      .sew('power.plus-1', 'board.supply')
      .sew('power.minus-1', 'board.ground')
      .sew('board.regulated', 'a.plus')
      .sew('board.ground-2', 'a.minus');
    const { amps } = expectOk(solveDc(readNetlist(expectOk(planNetlist(build.plan)))));
    const answer = expectOk(willItLight(build.plan));
    const [source] = answer.supplies;
    expect(source?.amp).toBeGreaterThan(0.005);
    expect(-(amps.get(`V_${source?.partId}`) ?? 0) / (source?.amp ?? 1)).toBeCloseTo(1, 6);
    for (const light of answer.lights)
      expect((amps.get(`D_${light.partId}`) ?? 0) / light.amp).toBeCloseTo(1, 6);
  });

  test('pins that fade are written as while they are on, and a remark says so', () => {
    const lit = (level: number) => {
      const build = new PlanBuilder('Faded', 300, 300)
        .place('board-round', 'board', 150, 150)
        .place('aaa-holder-2', 'holder', 150, 250)
        .light('a', 60, 60, 0, 'red')
        .sew('holder.plus-1', 'board.supply')
        .sew('holder.minus-1', 'board.ground')
        .sew('board.p3', 'a.plus')
        .sew('a.minus', 'board.ground');
      build.edit(setLevel(build.plan, build.part('board').id, 'p3', level));
      return build.plan;
    };
    const faded = expectOk(planNetlist(lit(0.25)));
    const [light] = expectOk(willItLight(lit(0.25))).lights;
    const drawn = expectOk(solveDc(readNetlist(faded))).amps.get(`D_${light?.partId}`) ?? 0;
    expect(drawn / (light?.peakAmp ?? 1)).toBeCloseTo(1, 6);
    expect(faded).toContain('\n* Pins that fade');
    expect(expectOk(planNetlist(lit(1)))).not.toContain('fade');
  });

  test('parts of the circuit that hang loose are held, so that a simulator finds every node', () => {
    const loose = new PlanBuilder().light('a', 50, 50).light('b', 120, 50).sew('a.plus', 'b.plus');
    const held = expectOk(planNetlist(loose.plan))
      .split('\n')
      .filter((line) => line.startsWith('Rhold'));
    expect(held).toHaveLength(1);
    expect(held[0]).toMatch(/^Rhold1 \S+ 0 1$/);
    expect(expectOk(planNetlist(new PlanBuilder().plan))).toContain('Rnothing nothing 0 1');
    expect(text).not.toContain('Rhold');
  });

  test('names are words that any simulator takes, and titles cannot break out of their line', () => {
    for (const line of expectOk(planNetlist({ ...plan, name: 'a\n.end\nV1 x 0 DC 9' }))
      .split('\n')
      .slice(0, 1))
      expect(line).toBe('* a .end V1 x 0 DC 9');
    for (const element of readNetlist(text)) expect(element.name).toMatch(/^[A-Za-z][A-Za-z0-9_]*$/);
    expect(text.trimEnd().endsWith('.end')).toBe(true);
  });
});
