import { svgPathProperties } from 'svg-path-properties';
import { describe, expect, test } from 'vitest';
import { clothBox, curvePoints } from '../cloth/cloth.ts';
import { expectOk } from '../errors/problem.ts';
import { flattenCurve } from '../geometry/curve.ts';
import { boundsOf } from '../geometry/polygon.ts';
import { polylineLengthMm, walkable } from '../geometry/polyline.ts';
import { applyEdit, invertEdit } from '../plan/edit.ts';
import { addMarkings, takePiece } from '../plan/edits/cloth-edits.ts';
import { importLines } from '../plan/edits/import-lines.ts';
import { newPlan } from '../plan/new-plan.ts';
import { panelOf, panelsOf } from '../plan/panels.ts';
import { matchingEdges } from '../plan/seams.ts';
import { PlanBuilder } from '../testing/plan-builder.ts';
import { clothSvg } from './svg-export.ts';
import { LARGEST_SVG_CHARACTERS, readSvg } from './svg-import.ts';
import type { SvgLine } from './svg-shapes.ts';
import { maybeSvgLengthMm } from './svg-view.ts';

const svg = (inner: string, attributes = 'width="100mm" height="100mm" viewBox="0 0 100 100"'): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" ${attributes}>${inner}</svg>`;

const only = (inner: string, attributes?: string): SvgLine =>
  expectOk(readSvg(svg(inner, attributes))).lines[0] as SvgLine;

const box = (line: SvgLine): readonly number[] =>
  boundsOf(flattenCurve(line.nodes, line.closed)).map((mm) => Math.round(mm * 1000) / 1000);

describe('units', () => {
  test.each([
    ['10mm', 10],
    ['1cm', 10],
    ['1in', 25.4],
    ['96px', 25.4],
    ['96', 25.4],
    ['72pt', 25.4],
    ['6pc', 25.4],
    ['40Q', 10],
    [' 2.5E1 mm ', 25],
    ['50%', null],
    ['wide', null],
    [undefined, null],
  ])('%s is %s mm (CSS standard)', (text, mm) => {
    const found = maybeSvgLengthMm(text);
    if (mm === null) expect(found).toBeNull();
    else expect(found).toBeCloseTo(mm, 9);
  });

  test.each([
    ['mm with a view of the same size', 'width="100mm" height="50mm" viewBox="0 0 100 50"', [10, 10, 30, 30]],
    ['inches', 'width="1in" height="1in" viewBox="0 0 100 100"', [2.54, 2.54, 7.62, 7.62]],
    ['pixels without a view', 'width="400" height="400"', [2.646, 2.646, 7.938, 7.938]],
    ['nothing at all', '', [2.646, 2.646, 7.938, 7.938]],
    ['a view that starts elsewhere', 'width="100mm" height="100mm" viewBox="10 10 100 100"', [0, 0, 20, 20]],
    [
      'a view that does not fill the page',
      'width="200mm" height="100mm" viewBox="0 0 100 100"',
      [60, 10, 80, 30],
    ],
    ['a width alone', 'width="50mm" viewBox="0 0 100 100"', [5, 5, 15, 15]],
    ['a view of no size', 'width="100mm" height="100mm" viewBox="0 0 0 0"', [2.646, 2.646, 7.938, 7.938]],
  ] as const)('%s', (_what, attributes, wanted) => {
    expect(box(only('<rect x="10" y="10" width="20" height="20"/>', attributes))).toEqual(wanted);
  });
});

describe('shapes and transforms', () => {
  test.each([
    ['rect', '<rect x="1" y="2" width="30" height="40" rx="5"/>', [1, 2, 31, 42], true],
    ['circle', '<circle cx="50" cy="50" r="20"/>', [30, 30, 70, 70], true],
    ['ellipse', '<ellipse cx="50" cy="50" rx="20" ry="10"/>', [30, 40, 70, 60], true],
    ['line', '<line x1="1" y1="2" x2="3" y2="8"/>', [1, 2, 3, 8], false],
    ['polyline', '<polyline points="0,0 10,0 10,20"/>', [0, 0, 10, 20], false],
    ['polygon', '<polygon points="0 0 10 0 10 20"/>', [0, 0, 10, 20], true],
    ['path', '<path d="M5 5h10v10H5z"/>', [5, 5, 15, 15], true],
    ['relative curves', '<path d="m10 10c0 10 20 10 20 0s20-10 20 0t10 0"/>', [10, 2.5, 60, 17.5], false],
    ['moved', '<g transform="translate(10 20)"><rect width="5" height="5"/></g>', [10, 20, 15, 25], true],
    [
      'moved, scaled and turned in each other',
      '<g transform="translate(50 50)"><g transform="scale(2) rotate(90)"><rect width="10" height="5"/></g></g>',
      [40, 50, 50, 70],
      true,
    ],
    [
      'by a matrix',
      '<rect width="10" height="10" transform="matrix(1 0 0 -1 5 30)"/>',
      [5, 20, 15, 30],
      true,
    ],
  ] as const)('%s', (_what, inner, wanted, closed) => {
    const line = only(inner);
    expect(box(line)).toEqual(wanted.map((mm) => expect.closeTo(mm, 1) as number));
    expect(line.closed).toBe(closed);
  });

  test.each([
    'M10 80 C 40 10, 65 10, 95 80 S 150 150, 180 80',
    'M10 80 Q 95 10 180 80 T 250 90',
    'M10 315 L 110 215 A 30 50 0 0 1 162.55 162.45 L 172.55 152.45 A 30 50 -45 0 1 215.1 109.9 L 315 10',
    'M20 20 L 80 20 80 60 20 60 Z m 10 10 h 20 v 10 z',
  ])('has the length that a general-purpose path library finds: %s', (d) => {
    const { lines } = expectOk(readSvg(svg(`<path d="${d}"/>`)));
    const sum = lines.reduce(
      (mm, line) => mm + polylineLengthMm(walkable(flattenCurve(line.nodes, line.closed), line.closed)),
      0,
    );
    expect(sum / new svgPathProperties(d).getTotalLength()).toBeCloseTo(1, 3);
  });

  test('names come from the file, hidden things and what is no line are left out and said', () => {
    const drawing = expectOk(
      readSvg(
        svg(
          '<defs><path d="M0 0H5"/></defs><path id="sleeve" d="M0 0H50V50z"/><text>hi</text><text>ho</text>' +
            '<path style="display:none" d="M0 0H9"/><path d="M0 0H30" aria-label="  seam   line "/><path d="M1 1H5"/>',
        ),
      ),
    );
    expect(drawing.lines.map((line) => line.name)).toEqual(['sleeve', 'seam line', 'path 3']);
    expect(drawing.leftOut).toEqual(['2 × <text>']);
  });

  test('a path that ends where it began has no double node there', () => {
    expect(only('<path d="M0 0C0 30 30 30 30 0C30 -30 0 -30 0 0Z"/>').nodes).toHaveLength(2);
  });
});

describe('bad files get a clear word', () => {
  test.each([
    ['nothing', '', 'svg-broken'],
    ['no XML', 'hello', 'svg-broken'],
    ['cut short', '<svg xmlns="http://www.w3.org/2000/svg"><path d="M0 0', 'svg-broken'],
    ['a path that is no path', svg('<path d="M0 0 banana"/>'), 'svg-no-lines'],
    ['a page, not a drawing', '<html><body/></html>', 'svg-foreign'],
    ['a script', svg('<script>alert(1)</script><path d="M0 0H9V9z"/>'), 'svg-unsafe'],
    ['a handler', svg('<path onload="alert(1)" d="M0 0H9V9z"/>'), 'svg-unsafe'],
    ['a page inside', svg('<foreignObject><p/></foreignObject>'), 'svg-unsafe'],
    ['a link out', svg('<image href="https://example.org/x.png"/>'), 'svg-unsafe'],
    [
      'a link out, the old way',
      svg('<use xlink:href="http://example.org/x.svg#a"/>', 'xmlns:xlink="x"'),
      'svg-unsafe',
    ],
    [
      'a style that fetches',
      svg('<path style="fill:url(http://example.org/)" d="M0 0H9V9z"/>'),
      'svg-unsafe',
    ],
    ['entities', `<!DOCTYPE svg [<!ENTITY a "aaaa">]>${svg('<path d="M0 0H9V9z"/>')}`, 'svg-unsafe'],
    ['animation', svg('<path d="M0 0H9"><animate attributeName="d"/></path>'), 'svg-unsafe'],
    ['words only', svg('<text>hello</text>'), 'svg-no-lines'],
    ['no line has a length', svg('<path d="M5 5L5 5"/>'), 'svg-no-lines'],
    ['a line of kilometres', svg('<path d="M0 0H99999999"/>'), 'size-too-large'],
    ['a line of five metres', svg('<path d="M0 0H5000"/>'), 'size-too-large'],
    ['far too deep', svg('<g>'.repeat(80) + '</g>'.repeat(80)), 'svg-too-large'],
    ['far too many lines', svg('<path d="M0 0H9"/>'.repeat(501)), 'svg-too-large'],
    ['a million letters of path', svg(`<path d="M0 0${'L1 1 2 2'.repeat(500_000)}"/>`), 'svg-too-large'],
    ['as many moves', svg(`<path d="${'M0 0'.repeat(500_000)}"/>`), 'svg-too-large'],
    [
      'groups nested deep',
      svg(`${'<g>'.repeat(100_000)}<path d="M0 0L5 5"/>${'</g>'.repeat(100_000)}`),
      'svg-too-large',
    ],
    ['a line far too fine', svg(`<path d="M0 0${'h.01v.01'.repeat(1100)}"/>`), 'line-too-fine'],
    ['huge', ' '.repeat(LARGEST_SVG_CHARACTERS + 1), 'svg-too-large'],
  ])('%s', (_what, text, code) => {
    expect(readSvg(text)).toMatchObject({ ok: false, problem: { code } });
  });

  test('an outline that crosses itself or has no area is refused when it is taken, and the plan stays', () => {
    const plan = newPlan('import', 'Import');
    const take = (d: string) =>
      importLines(
        plan,
        expectOk(readSvg(svg(`<path d="${d}"/>`))).lines.map((line) => ({
          ...line,
          use: 'outline' as const,
        })),
      );
    expect(take('M0 0L50 50V0L0 50z')).toMatchObject({ problem: { code: 'area-crosses-itself' } });
    expect(take('M0 0H50H0z')).toMatchObject({ problem: { code: 'area-empty' } });
    expect(importLines(plan, [])).toMatchObject({ problem: { code: 'line-empty' } });
  });
});

describe('into the plan', () => {
  test('an outline gives the piece its form at the origin, and the other lines keep their place in it', () => {
    const { lines } = expectOk(
      readSvg(
        svg(
          '<rect x="20" y="30" width="60" height="50"/><circle cx="50" cy="50" r="8"/><path d="M25 70H75"/>',
        ),
      ),
    );
    const plan = newPlan('import', 'Import');
    const uses = ['outline', 'opening', 'mark'] as const;
    const next = applyEdit(
      plan,
      expectOk(
        importLines(
          plan,
          lines.map((line, i) => ({ ...line, use: uses[i] as (typeof uses)[number] })),
        ),
      ),
    );
    expect(clothBox(panelOf(next))).toMatchObject({ left: 0, top: 0, widthMm: 60, heightMm: 50 });
    const [opening, mark] = Object.values(panelOf(next).markings);
    expect(opening).toMatchObject({ use: 'opening', closed: true });
    expect(boundsOf(curvePoints(opening as NonNullable<typeof opening>)).map(Math.round)).toEqual([
      22, 12, 38, 28,
    ]);
    expect(mark?.nodes.map((node) => node.at)).toEqual([
      { x: 5, y: 40 },
      { x: 55, y: 40 },
    ]);
  });

  test('two outlines become two panels, as they lie in the file, each with the lines that begin in it', () => {
    const { lines } = expectOk(
      readSvg(
        svg(
          '<rect id="front" x="10" y="10" width="100" height="80"/><rect id="back" x="150" y="20" width="100" height="80"/><path d="M160 40H240"/>',
        ),
      ),
    );
    const plan = newPlan('import', 'Import');
    const uses = ['outline', 'outline', 'mark'] as const;
    const edit = expectOk(
      importLines(
        plan,
        lines.map((line, i) => ({ ...line, use: uses[i] as (typeof uses)[number] })),
      ),
    );
    const next = applyEdit(plan, edit);
    const [front, back] = panelsOf(next);
    expect(panelsOf(next).map((panel) => clothBox(panel))).toMatchObject([
      { left: 0, top: 0, widthMm: 100, heightMm: 80 },
      { left: 0, top: 0, widthMm: 100, heightMm: 80 },
    ]);
    expect(back?.table.at).toEqual({ x: 140, y: 10 });
    expect(Object.values(front?.markings ?? {})).toEqual([]);
    expect(Object.values(back?.markings ?? {}).map(({ nodes }) => nodes.map(({ at }) => at))).toEqual([
      [
        { x: 10, y: 20 },
        { x: 90, y: 20 },
      ],
    ]);
    expect(applyEdit(next, invertEdit(edit))).toEqual(plan);
    // The sides that face each other match, and are proposed as a seam.
    expect(front === undefined ? null : matchingEdges(next, front)?.map(({ panelId }) => panelId)).toEqual([
      front?.id,
      back?.id,
    ]);
  });

  test('a piece that would leave parts outside is refused', () => {
    const { plan } = new PlanBuilder('Far', 300, 300).light('a', 250, 250);
    const { lines } = expectOk(readSvg(svg('<rect width="60" height="60"/>')));
    expect(
      importLines(
        plan,
        lines.map((line) => ({ ...line, use: 'outline' as const })),
      ),
    ).toMatchObject({
      problem: { code: 'outside-cloth' },
    });
  });
});

test('what is saved as SVG is read back as it was: outline, curves, names', () => {
  let plan = newPlan('round-trip', 'A < & > "piece"');
  plan = applyEdit(plan, expectOk(takePiece(plan, 'animal-coat')));
  const pool = [
    { at: { x: 100, y: 200 }, after: { x: 130, y: 180 } },
    { at: { x: 200, y: 220 }, before: { x: 170, y: 260 } },
  ];
  plan = applyEdit(
    plan,
    expectOk(addMarkings(plan, [{ use: 'mark', name: 'pool <b>', closed: false, nodes: pool }])),
  );
  const drawing = expectOk(readSvg(clothSvg(plan)));
  expect(drawing.widthMm).toBeCloseTo(420, 3);
  expect(drawing.lines.map((line) => line.name)).toEqual(['outline', 'pool <b>']);
  const [outline, mark] = drawing.lines as [SvgLine, SvgLine];
  expect(box(outline)).toEqual([0, 0, 420, 480]);
  expect(mark.nodes.map((node) => node.at)).toEqual(pool.map((node) => node.at));
  expect(mark.nodes[0]?.after).toEqual(pool[0]?.after);
});

describe('views and styles', () => {
  const nested = (attributes: string): readonly number[] =>
    box(only(`<svg ${attributes}><rect x="0" y="0" width="10" height="10"/></svg>`));

  test.each([
    ['moved', 'x="5" y="7" width="40" height="40"', [5, 7, 15, 17]],
    ['with a view of its own', 'width="40" height="40" viewBox="0 0 20 20"', [0, 0, 20, 20]],
    ['in the middle of its room', 'width="40" height="20" viewBox="0 0 10 10"', [10, 0, 30, 20]],
    [
      'at the far end of its room',
      'width="40" height="20" viewBox="0 0 10 10" preserveAspectRatio="xMaxYMin"',
      [20, 0, 40, 20],
    ],
    [
      'over all of its room and beyond',
      'width="40" height="20" viewBox="0 0 10 10" preserveAspectRatio="xMidYMid slice"',
      [0, -10, 40, 30],
    ],
    ['stretched', 'width="40" height="20" viewBox="0 0 10 10" preserveAspectRatio="none"', [0, 0, 40, 20]],
    ['with a room in percent', 'width="50%" height="50%" viewBox="0 0 10 10"', [0, 0, 50, 50]],
    ['of the room it lies in', 'viewBox="0 0 10 10"', [0, 0, 100, 100]],
  ] as const)('a drawing within the drawing, %s (SVG standard)', (_what, attributes, wanted) => {
    expect(nested(attributes)).toEqual(wanted);
  });

  test('the outermost view as the file asks for', () => {
    const at = 'width="200mm" height="100mm" viewBox="0 0 100 100"';
    const rect = '<rect width="100" height="100"/>';
    expect(box(only(rect, `${at} preserveAspectRatio="none"`))).toEqual([0, 0, 200, 100]);
    expect(box(only(rect, `${at} preserveAspectRatio="xMinYMid meet"`))).toEqual([0, 0, 100, 100]);
  });

  test('lengths of elements have units too', () => {
    expect(box(only('<rect x="10%" y="0" width="25.4mm" height="1in"/>'))).toEqual([10, 0, 106, 96]);
    const odd = readSvg(svg('<circle id="odd" r="wide"/><circle r="4"/>'));
    expect(odd.ok && odd.value.leftOut).toEqual(['“odd”, which cannot be read or has no length']);
  });

  const read = (inner: string) => expectOk(readSvg(svg(inner)));

  test.each([
    ['the style attribute', '<circle style="display: none" r="5"/>'],
    ['an attribute of presentation', '<circle visibility="hidden" r="5"/>'],
    ['a sheet, by class', '<style>.a { display: none }</style><circle class="b a" r="5"/>'],
    ['a sheet that comes later', '<circle class="a" r="5"/><style>.a { visibility: hidden }</style>'],
    [
      'a sheet in CDATA, by what it lies in',
      '<style><![CDATA[g > circle{display:none}]]></style><g><circle r="5"/></g>',
    ],
    [
      'the more special rule',
      '<style>#x { display: none } .a { display: inline }</style><circle id="x" class="a" r="5"/>',
    ],
    [
      'the important rule',
      '<style>.a { display: none !important }</style><circle class="a" style="display: inline" r="5"/>',
    ],
    [
      'the later of two alike',
      '<style>.a { display: inline } .b { display: none }</style><circle class="a b" r="5"/>',
    ],
    ['what it lies in', '<g visibility="hidden"><circle r="5"/></g>'],
    ['its place among others', '<style>circle:nth-of-type(2) { display: none }</style><circle r="5"/>'],
  ])('hidden by %s it is left out (CSS standard: the cascade)', (_what, inner) => {
    const drawing = read(`<circle r="4"/>${inner}`);
    expect(drawing.lines).toHaveLength(1);
    expect(drawing.leftOut).toEqual([]);
  });

  test.each([
    [
      'a style before a sheet',
      '<style>.a { display: none }</style><circle class="a" style="display: inline" r="5"/>',
    ],
    [
      'a sheet before an attribute',
      '<style>circle { display: inline }</style><circle display="none" r="5"/>',
    ],
    ['shown again in what is hidden', '<g visibility="hidden"><circle visibility="visible" r="5"/></g>'],
    [
      'a rule for others',
      '<style>.b { display: none } rect { visibility: hidden }</style><circle class="a" r="5"/>',
    ],
  ])('%s: it is taken', (_what, inner) => {
    expect(read(inner).lines).toHaveLength(1);
  });

  test.each([
    ['translate(5px, 7px)', [5, 7, 15, 17]],
    ['translateX(2mm)', [(2 * 96) / 25.4, 0, 10 + (2 * 96) / 25.4, 10]],
    ['scale(2)', [0, 0, 20, 20]],
    ['rotate(0.25turn)', [-10, 0, 0, 10]],
    ['translate(20px) rotate(90deg)', [10, 0, 20, 10]],
    ['matrix(1, 0, 0, -1, 3, 4)', [3, -6, 13, 4]],
    ['none', [0, 0, 10, 10]],
  ] as const)('a style moves and turns as it says: %s', (transform, wanted) => {
    const rect = (attributes: string): string => `<rect ${attributes} width="10" height="10"/>`;
    for (const inner of [
      rect(`style="transform: ${transform}"`),
      `<style>.a { transform: ${transform} }</style>${rect('class="a" transform="scale(9)"')}`,
    ])
      for (const [i, value] of box(only(inner)).entries()) expect(value).toBeCloseTo(wanted[i] as number, 2);
  });

  test('what is not followed of styles is told', () => {
    const told = 'some of what its styles hide, move or turn: such lines are taken as they are drawn';
    for (const inner of [
      '<circle r="4" style="transform: translate(50%, 0)"/>',
      '<circle r="4" style="rotate: 20deg"/>',
      '<style>circle { r: 9px }</style><circle r="4"/>',
      '<style>@media print { circle { display: none } }</style><circle r="4"/>',
      '<style>circle:nonsense(3) { display: none }</style><circle r="4"/>',
    ])
      expect(read(inner).leftOut, inner).toEqual([told]);
    expect(read('<style>.a { fill: red; stroke-width: 2 }</style><circle class="a" r="4"/>').leftOut).toEqual(
      [],
    );
    expect(read('<style>{{{ not a sheet</style><circle r="4"/>').lines).toHaveLength(1);
  });

  test('a sheet with more rules than can be tried is told, and done with at once', () => {
    const rules = Array.from({ length: 3000 }, (_, i) => `.c${i} { display: none }`).join('');
    const groups = '<g/>'.repeat(3000);
    const drawing = read(`<style>${rules}</style><circle r="4"/>${groups}`);
    expect(drawing.lines).toHaveLength(1);
    expect(drawing.leftOut).toHaveLength(1);
  });
});
