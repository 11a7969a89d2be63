/**
 * For the mutation tool: of all changes it could make a sample is chosen, the rest is passed over, and what comes of each is written down as it comes.
 * The environment says how many (`SASHIKO_MOST`) and into which folder (`SASHIKO_MUTATION`): the tool begins processes of its own.
 */
import { createHash } from 'node:crypto';
import { appendFileSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { declareClassPlugin, PluginKind } from '@stryker-mutator/api/plugin';

const SEED = 1;
const fileNamed = (name) => join(process.env.SASHIKO_MUTATION, name);

/** One change of the code: where, and into what. */
function keyOf({ fileName, location: { start, end }, mutatorName, replacement }) {
  const path = fileName.replace(/^.*packages\/core\/src\//, '');
  return `${path}:${start.line}:${start.column}-${end.line}:${end.column} ${mutatorName}: ${replacement}`;
}

/** In an order that chance gave once and for all: a change that is added moves none of the others. */
function drawn(mutants) {
  const rankOf = (mutant) =>
    createHash('sha256')
      .update(`${SEED} ${keyOf(mutant)}`)
      .digest('hex');
  const ranked = mutants.map((mutant) => ({ mutant, rank: rankOf(mutant) }));
  return ranked.sort((a, b) => (a.rank < b.rank ? -1 : 1)).map(({ mutant }) => mutant);
}

class Sampled {
  async init() {}

  async group(mutants) {
    return [mutants.map(({ id }) => id)];
  }

  async check(mutants) {
    this.wanted ??= new Set(JSON.parse(readFileSync(fileNamed('sample.json'), 'utf8')));
    return Object.fromEntries(
      mutants.map(({ id }) => [
        id,
        { status: this.wanted.has(id) ? 'passed' : 'compileError', reason: 'not in the sample' },
      ]),
    );
  }
}

class WrittenDown {
  onMutationTestingPlanReady({ mutantPlans }) {
    const all = drawn(mutantPlans.map(({ mutant }) => mutant).filter(({ status }) => status !== 'Ignored'));
    this.sample = new Map(
      all.slice(0, Number(process.env.SASHIKO_MOST)).map((mutant) => [mutant.id, keyOf(mutant)]),
    );
    writeFileSync(fileNamed('sample.json'), JSON.stringify([...this.sample.keys()]));
  }

  onMutantTested(mutant) {
    const key = this.sample.get(mutant.id);
    if (key === undefined) return;
    appendFileSync(fileNamed('told.jsonl'), `${JSON.stringify({ key, status: mutant.status })}\n`);
  }
}

export const strykerPlugins = [
  declareClassPlugin(PluginKind.Checker, 'sampled', Sampled),
  declareClassPlugin(PluginKind.Reporter, 'written-down', WrittenDown),
];
