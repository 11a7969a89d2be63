/** Netlists read and solved: against closed forms, against the application's own circuits, and every refusal with its line. */
import { describe, expect, test } from 'vitest';
import { solvePlan } from '../circuit/faded.ts';
import { describeProblem, expectOk } from '../errors/problem.ts';
import { gridPlan } from '../testing/grid-plan.ts';
import { randomPiece } from '../testing/wired-pieces.ts';
import { planNetlist } from './spice.ts';
import { maybeSpiceNumber } from './spice-read.ts';
import { solveNetlist } from './spice-solve.ts';

const solve = (...lines: readonly string[]) => expectOk(solveNetlist(['a title', ...lines].join('\n')));

describe('closed forms', () => {
  test('a divider, and a source that delivers counts negative', () => {
    const { nodes, elements } = solve('V1 in 0 DC 9', 'R1 in out 1k', 'R2 out 0 2k', '.op', '.end');
    expect(nodes['out']).toBeCloseTo(6, 12);
    expect(elements['R2']).toBeCloseTo(0.003, 15);
    expect(elements['V1']).toBeCloseTo(-0.003, 15);
  });

  test('a ladder of ohms: each rung halves, whatever the case of its nodes', () => {
    const rungs = Array.from({ length: 10 }, (_, i) => [
      `Ra${i} N${i} n${i + 1} 1`,
      `Rb${i} n${i + 1} GND 2`,
    ]);
    const { nodes } = solve('V1 n0 0 1024', ...rungs.flat(), 'Rend n10 0 2');
    // The end is 2 Ω beside 2 Ω, 1 Ω behind 1 Ω: every rung sees 2 Ω to the right of its series ohm.
    for (let i = 0; i <= 10; i += 1) expect(nodes[`n${i}`]).toBeCloseTo(1024 / 2 ** i, 8);
  });

  test('a wye and its delta draw the same (Kennelly)', () => {
    const [a, b, c] = [10, 20, 30];
    const sum = a * b + b * c + c * a;
    const wye = solve('V1 x 0 5', 'V2 y 0 2', `Ra x m ${a}`, `Rb y m ${b}`, `Rc m 0 ${c}`);
    const delta = solve(
      'V1 x 0 5',
      'V2 y 0 2',
      `Rxy x y ${sum / c}`,
      `Ry0 y 0 ${sum / a}`,
      `R0x 0 x ${sum / b}`,
    );
    for (const source of ['V1', 'V2'])
      expect(wye.elements[source]).toBeCloseTo(delta.elements[source] as number, 10);
  });

  test('a diode keeps to its law at its operating point', () => {
    const { nodes, elements } = solve(
      '.options temp=26.8501043055 tnom=26.8501043055',
      'I1 0 a 5m',
      'D1 a 0 led',
      '.model led D(IS=1e-18 N=2 RS=4)',
    );
    // V = n·Vt·ln(I/Is + 1) + I·Rs.
    expect(nodes['a']).toBeCloseTo(2 * 0.025852 * Math.log(5e-3 / 1e-18 + 1) + 5e-3 * 4, 9);
    expect(elements['D1']).toBeCloseTo(5e-3, 12);
  });

  test('warmer, the thermal voltage grows, and the saturation current with it where tnom stays', () => {
    const at = (options: string) =>
      solve(options, 'I1 0 a 1m', 'D1 a 0 m', '.model m D(IS=1e-14 N=1)').nodes['a'] as number;
    const kelvin = (celsius: number): number => celsius + 273.15;
    const both = at('.options temp=60 tnom=60');
    expect(both).toBeCloseTo(
      ((0.025852 * kelvin(60)) / kelvin(26.8501043055)) * Math.log(1e-3 / 1e-14 + 1),
      8,
    );
    // A silicon junction gives way by about 2 mV to the degree (common practice, no source).
    const slope = (at('.options temp=60 tnom=27') - at('.options temp=27 tnom=27')) / 33;
    expect(slope).toBeLessThan(-0.0012);
    expect(slope).toBeGreaterThan(-0.0026);
    // Nothing said: 27 °C.
    expect(at('* nothing said')).toBe(at('.options temp=27 tnom=27'));
  });

  test.each([
    [1.5, 1, 3.3, 0.02, 0.85],
    [3.7, 0.2, 5, 0.1, 0.9],
  ])('a boost takes the smaller root: %d V behind %d ohm', (emf, ohm, volt, amp, efficiency) => {
    const { elements } = solve(
      `Vcell e 0 DC ${emf}`,
      `Rcell e in ${ohm}`,
      `Bin in 0 I = {V(out)*(-I(Vout))/(${efficiency}*max(V(in),0.3))}`,
      `Vout out 0 DC ${volt}`,
      `Iload out 0 DC ${amp}`,
    );
    const power = (volt * amp) / efficiency;
    expect(elements['Bin']).toBeCloseTo((emf - Math.sqrt(emf ** 2 - 4 * ohm * power)) / (2 * ohm), 9);
  });

  test('a switch goes by its volts, and stays as it was within its hysteresis', () => {
    const at = (volt: number, state = '') =>
      solve(
        `Vc c 0 ${volt}`,
        'V1 a 0 10',
        'R1 a b 9',
        `S1 b 0 c 0 sw ${state}`,
        '.model sw SW(RON=1 ROFF=1meg VT=2 VH=0.5)',
      ).nodes['b'] as number;
    expect(at(3)).toBeCloseTo(1, 9);
    expect(at(1)).toBeCloseTo(10, 3);
    expect(at(2.2, 'ON')).toBeCloseTo(1, 9);
    expect(at(2.2, 'OFF')).toBeCloseTo(10, 3);
  });
});

describe('what the application writes', () => {
  test.each([1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12])('is solved to the same currents, piece %i', (seed) => {
    const plan = randomPiece(seed);
    const netlist = planNetlist(plan);
    if (!netlist.ok) return;
    const own = expectOk(solvePlan(plan));
    const read = expectOk(solveNetlist(netlist.value));
    for (const [name, amp] of Object.entries(read.elements))
      if (name.startsWith('D'))
        expect(Math.abs(amp - own.ampOf(name))).toBeLessThanOrEqual(1e-6 * Math.abs(amp) + 1e-9);
  });

  test('two hundred lights', () => {
    const plan = gridPlan(5, 40);
    const read = expectOk(solveNetlist(expectOk(planNetlist(plan))));
    const own = expectOk(solvePlan(plan));
    const light = Object.keys(read.elements).findLast((name) => name.startsWith('D')) as string;
    expect(read.elements[light]).toBeCloseTo(own.ampOf(light), 12);
  });
});

test.each([
  ['1k', 1e3],
  ['2.5MEG', 2.5e6],
  ['3m', 3e-3],
  ['10mil', 254e-6],
  ['4.7uF', 4.7e-6],
  ['-.5', -0.5],
  ['1e-3V', 1e-3],
  ['7ohm', 7],
  ['2g', 2e9],
  ['k', undefined],
  ['1,5', undefined],
  ['', undefined],
] as const)('the number %s', (text, wanted) => {
  const value = maybeSpiceNumber(text);
  if (wanted === undefined) expect(value).toBeUndefined();
  else expect(value).toBeCloseTo(wanted, 15);
});

test('comments, lines that go on, other settings and what is for a console are passed over', () => {
  const { title, nodes } = expectOk(
    solveNetlist(
      [
        '* R1 the first line is a title',
        '* a comment',
        'V1 a',
        '+ 0 DC 4 ; four volts',
        '.options reltol=1e-9 itl1=1000',
        '.nodeset v(a)=2',
        'R1 a 0 2 $ two ohms',
        '.control',
        'op',
        'C1 nonsense here',
        '.endc',
        '.end',
        'C2 a 0 1u',
      ].join('\r\n'),
    ),
  );
  expect(title).toBe('R1 the first line is a title');
  expect(nodes['a']).toBe(4);
});

test.each([
  ['C1 a 0 1u', 2, /only R, V, I, D, S/],
  ['.tran 1m 1', 2, /only operating points/],
  ['R1 a 0', 2, /ohms is needed/],
  ['R1 a 0 0', 2, /0 ohms/],
  ['R1 a 0 lots', 2, /ohms is needed/],
  ['R1 a', 2, /two nodes/],
  ['V1 a 0 SIN(0 1 50)', 2, /volts is needed|only DC/],
  ['V1 a 0 DC 1 AC 2', 2, /only DC/],
  ['D1 a 0 nowhere', 2, /no model “nowhere”/],
  ['* fine\nD1 a 0 m\n.model m D(IS=1e-14 BV=5)', 4, /BV/],
  ['D1 a 0 m\n.model m NPN(BF=100)', 3, /type D/],
  ['D1 a 0 m\n.model m D(IS=-1)', 3, /above 0/],
  ['S1 a 0 c', 2, /two nodes more/],
  ['R1 a 0 1\nr1 a 0 2', 3, /second/],
  ['B1 a 0 V = {sin(time)}', 2, /boost/],
  ['.options temp=-400', 2, /no temperature/],
  ['E1 a 0 b 0 2', 2, /only R, V, I, D, S/],
] as const)('%s is refused with its line', (lines, number, words) => {
  const result = solveNetlist(`title\n${lines}\nV9 zz 0 1`);
  expect(result).toMatchObject({ ok: false, problem: { code: 'netlist-line' } });
  if (result.ok) return;
  expect(result.problem.detail).toMatch(words);
  expect(result.problem.detail).toContain(`Line ${number},`);
  expect(describeProblem(result.problem)).not.toContain('\n');
});

test('a loop of sources, and a switch that contradicts itself, have no answer', () => {
  expect(solveNetlist('t\nV1 a 0 1\nV2 a 0 2')).toMatchObject({
    ok: false,
    problem: { code: 'netlist-no-answer' },
  });
  const buzzer = 't\nV1 a 0 10\nR1 a b 1k\nS1 b 0 b 0 sw\n.model sw SW(RON=1 ROFF=1g VT=5)';
  expect(solveNetlist(buzzer)).toMatchObject({ ok: false, problem: { code: 'netlist-no-answer' } });
});

test('text that is nothing of the kind is refused in words, never thrown', () => {
  for (const text of [
    '',
    '\n',
    '{"a": 1}',
    '<svg/>',
    'x'.repeat(100_000),
    't\n.model',
    't\n.options temp=',
    't\n+ 3',
  ])
    expect(() => solveNetlist(text)).not.toThrow();
});

describe('what no netlist can ask for is refused in a line that names it', () => {
  const red = '.model red D(IS=1e-18 N=2)';
  test.each([
    ['a current source with no way back', 'I1 0 a 1m', /I1 has no way back/],
    ['one in a part that hangs together', 'R1 a b 1k\nI1 0 a 1m', /I1 has no way back/],
    ['two in conflict', 'I1 0 a 1m\nI2 a 0 2m', /I1 and I2 are in conflict/],
    ['two sources side by side', 'V1 a 0 1\nV2 a 0 2', /ideal sources form a loop, V2 in it/],
    [
      'a diode that nothing holds back',
      `V1 a 0 100\nD1 a 0 red\n${red}`,
      /Nothing holds the current of D1 back/,
    ],
    ['a current against a diode', `I1 0 a 1\nD1 0 a red\n${red}`, /the wrong way round/],
    [
      'a switch by a node that is not there',
      'V1 a 0 1\nS1 a 0 zz 0 sw\n.model sw SW(VT=1)',
      /“zz”, which no element has/,
    ],
    [
      'a node asked for that is not there',
      'V1 a 0 1\nR1 a 0 5\n.print op v(zz)',
      /nothing bears the name “zz”/,
    ],
    ['no elements', '* nothing', /It has no elements/],
    ['nothing at all', '', /It has no elements/],
    ['bytes that are no letters', '\u0000\u0001\uFFFD', /no letters/],
  ])('%s', (_what, cards, why) => {
    const solved = solveNetlist(cards === '' ? '' : `a title\n${cards}\n.end\n`);
    expect(solved).toMatchObject({ ok: false });
    if (solved.ok) return;
    expect(describeProblem(solved.problem)).toMatch(why);
    expect(describeProblem(solved.problem)).not.toMatch(/fault in Sashiko|\n/);
  });

  test('two in a row that agree, and a current round a resistor, have an answer', () => {
    expect(solveNetlist('t\nI1 0 a 1m\nI2 a 0 1m\n.end\n').ok).toBe(true);
    expect(expectOk(solveNetlist('t\nI1 0 a 1m\nR1 a 0 1k\n.end\n')).nodes['a']).toBeCloseTo(1, 12);
    expect(solveNetlist('t\nV1 a 0 -1\nR1 a 0 5\n.print op v(a) i(V1)\n.end\n').ok).toBe(true);
  });
});
