/// <reference path="./specificity.d.ts" />
/**
 * What styles do to the lines of an SVG: what they hide, move and turn (the cascade of CSS: importance, then style attribute before
 * sheet, then specificity, then order; an attribute of presentation gives way to all of them).
 */
import Specificity from '@bramus/specificity';
import { compile, type Options } from 'css-select';
import { type CssNode, type Declaration, generate, parse, walk } from 'css-tree';
import type { SvgNode, SvgTree } from './svg-tree.ts';

/** Properties that are followed. */
const FOLLOWED = ['display', 'visibility', 'transform'] as const;
type Property = (typeof FOLLOWED)[number];

/** Properties that change where a line runs, and are not followed: that they are there is told. */
const TOLD = new Set([
  ...['translate', 'rotate', 'scale', 'transform-origin', 'transform-box', 'd', 'x', 'y', 'r', 'cx', 'cy'],
  ...['rx', 'ry', 'width', 'height', 'offset-path'],
]);

/** So many matches of selectors with elements are tried for one file; a sheet that wants more is told and not followed. */
const MOST_MATCHES = 4_000_000;

interface Rule {
  readonly matches: (node: SvgNode) => boolean;
  readonly weight: readonly [number, number, number];
  readonly declarations: readonly Declaration[];
}

/** The styles of one file. */
export interface SvgStyles {
  /** What holds for an element by itself, without what it inherits. */
  of(node: SvgNode): Readonly<Partial<Record<Property, string>>>;
  /** Whether anything hides, moves or turns lines in a way that is not followed; complete once every element was asked about. */
  isBeyond(): boolean;
}

const ADAPTER: NonNullable<Options<SvgNode, SvgNode>['adapter']> = {
  isTag: (node): node is SvgNode => node !== undefined,
  getAttributeValue: ({ attributes }, name) => attributes[name],
  hasAttrib: ({ attributes }, name) => Object.hasOwn(attributes, name),
  getChildren: ({ children }) => children,
  getName: ({ name }) => name,
  getParent: ({ parent }) => parent,
  getSiblings: (node) => node.parent?.children ?? [node],
  getText: () => '',
  removeSubsets: (nodes) => nodes,
};

export function stylesOf({ styles, elements }: SvgTree): SvgStyles {
  let isBeyond = false;
  const rules = styles.trim() === '' ? [] : rulesOf(styles, () => (isBeyond = true));
  const followed = rules.length * elements <= MOST_MATCHES ? rules : [];
  if (followed.length < rules.length) isBeyond = true;
  return {
    of(node) {
      const found = new Map<string, { readonly rank: readonly number[]; readonly value: string }>();
      const take = (declaration: Declaration, rank: readonly number[]): void => {
        const property = declaration.property.toLowerCase();
        if (TOLD.has(property)) isBeyond = true;
        const ranked = [declaration.important === false ? 0 : 1, ...rank];
        const before = found.get(property);
        if (before === undefined || compareRanks(ranked, before.rank) >= 0)
          found.set(property, { rank: ranked, value: generate(declaration.value).trim() });
      };
      for (const { matches, weight, declarations } of followed)
        if (matches(node)) for (const declaration of declarations) take(declaration, [0, ...weight]);
      const own = node.attributes['style'];
      if (own !== undefined) for (const declaration of declarationsIn(own)) take(declaration, [1, 0, 0, 0]);
      return Object.fromEntries(
        FOLLOWED.flatMap((property) => {
          const value = found.get(property)?.value ?? node.attributes[property];
          return value === undefined ? [] : [[property, value]];
        }),
      );
    },
    isBeyond: () => isBeyond,
  };
}

function compareRanks(a: readonly number[], b: readonly number[]): number {
  for (let i = 0; i < a.length; i += 1) {
    const difference = (a[i] as number) - (b[i] as number);
    if (difference !== 0) return difference;
  }
  return 0;
}

function declarationsIn(text: string): readonly Declaration[] {
  const found: Declaration[] = [];
  walk(readCss(text, 'declarationList'), (node) => {
    if (node.type === 'Declaration') found.push(node);
  });
  return found.filter(isOfInterest);
}

function isOfInterest({ property }: Declaration): boolean {
  const name = property.toLowerCase();
  return (FOLLOWED as readonly string[]).includes(name) || TOLD.has(name);
}

function readCss(text: string, context: 'stylesheet' | 'declarationList'): CssNode {
  // What cannot be read of a sheet is passed over, as browsers do.
  return parse(text, { context, onParseError: () => {}, parseAtrulePrelude: false });
}

/** The rules of a sheet that hide, move or turn; `beyond` is called for those that only hold under a condition. */
function rulesOf(text: string, beyond: () => void): readonly Rule[] {
  const rules: Rule[] = [];
  walk(readCss(text, 'stylesheet'), function visit(node) {
    if (node.type !== 'Rule') return;
    const declarations: Declaration[] = [];
    node.block.children.forEach((child) => {
      if (child.type === 'Declaration' && isOfInterest(child)) declarations.push(child);
    });
    if (declarations.length === 0) return;
    if (this.atrule !== null && this.atrule !== undefined) {
      beyond();
      return;
    }
    if (node.prelude.type !== 'SelectorList') {
      beyond();
      return;
    }
    node.prelude.children.forEach((selector) => {
      try {
        const matches = compile<SvgNode, SvgNode>(generate(selector), { adapter: ADAPTER, xmlMode: true });
        const { a, b, c } = Specificity.calculateForAST(selector).toObject();
        rules.push({ matches: (one) => matches(one), weight: [a, b, c], declarations });
      } catch {
        beyond();
      }
    });
  });
  return rules;
}
