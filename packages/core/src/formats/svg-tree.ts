/** An SVG file as a tree of elements, read as data. What could run or fetch something is refused here. */
import { SaxesParser } from 'saxes';
import { fail, type Problem, type Result, succeed } from '../errors/problem.ts';
import type { Attributes } from './svg-view.ts';

export interface SvgNode {
  readonly name: string;
  readonly attributes: Attributes;
  readonly parent: SvgNode | null;
  readonly children: SvgNode[];
}

export interface SvgTree {
  readonly root: SvgNode;
  /** The text of all style sheets in it, in their order. */
  readonly styles: string;
  readonly elements: number;
}

/** Elements inside each other, at most. */
const DEEPEST_NESTING = 64;

/** Elements that could run or fetch something: a file with any of them is refused. */
const DANGEROUS = new Set([
  'script',
  'foreignobject',
  'iframe',
  'object',
  'embed',
  'audio',
  'video',
  'handler',
  'set',
  'animate',
  'animatetransform',
  'animatemotion',
]);

/** Stops reading with a problem in words. */
export class Refused extends Error {
  readonly problem: Problem;

  constructor(problem: Problem) {
    super(problem.detail);
    this.problem = problem;
  }
}

export function refusal(code: Problem['code'], detail: string): Refused {
  return new Refused(fail(code, detail).problem);
}

/** Reads the elements of a file. Throws `Refused` for what may not be read, and where the text is no XML. */
export function readTree(text: string): Result<SvgTree> {
  let root: SvgNode | null = null;
  let at: SvgNode | null = null;
  let depth = 0;
  let elements = 0;
  const styles: string[] = [];
  const parser = new SaxesParser();
  parser.on('error', () => {
    throw refusal('svg-broken', `Line ${parser.line}, letter ${parser.column} is where it goes wrong.`);
  });
  parser.on('doctype', (doctype) => {
    if (doctype.includes('<!ENTITY')) throw refusal('svg-unsafe', 'It defines entities.');
  });
  parser.on('opentag', (tag) => {
    const name = tag.name.toLowerCase().replace(/^svg:/, '');
    const attributes = tag.attributes as Attributes;
    depth += 1;
    elements += 1;
    if (depth > DEEPEST_NESTING + 1)
      throw refusal('svg-too-large', `It nests deeper than ${DEEPEST_NESTING} elements.`);
    checkSafe(name, attributes);
    if (root === null && name !== 'svg')
      throw refusal('svg-foreign', `Its first element is <${name.slice(0, 30)}>.`);
    const node: SvgNode = { name, attributes, parent: at, children: [] };
    at?.children.push(node);
    root ??= node;
    at = node;
  });
  const readStyle = (words: string): void => {
    if (at?.name === 'style') styles.push(words);
  };
  parser.on('text', readStyle);
  parser.on('cdata', readStyle);
  parser.on('closetag', () => {
    at = at?.parent ?? null;
    depth -= 1;
  });
  parser.write(text).close();
  return root === null
    ? fail('svg-foreign', 'It is empty.')
    : succeed({ root: root as SvgNode, styles: styles.join('\n'), elements });
}

/** Refuses what could run or fetch something: scripts, handlers, links out of the file. */
function checkSafe(name: string, attributes: Attributes): void {
  if (DANGEROUS.has(name)) throw refusal('svg-unsafe', `It contains <${name}>.`);
  for (const [attribute, value] of Object.entries(attributes)) {
    if (/^on/i.test(attribute)) throw refusal('svg-unsafe', `It contains the handler “${attribute}”.`);
    const isLink = /^(xlink:)?href$/i.test(attribute);
    if (isLink && !value.startsWith('#') && !value.startsWith('data:image/'))
      throw refusal('svg-unsafe', `It links to “${value.slice(0, 60)}”.`);
    if (attribute === 'style' && /url\(\s*['"]?(?!#)/i.test(value))
      throw refusal('svg-unsafe', 'Its style links out of the file.');
  }
}
