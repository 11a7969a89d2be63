/** Why a thread was left out, in words. */
import type { Plan } from '../plan/schema.ts';
import type { LeftOut } from '../router/clean-part.ts';
import type { PlanProblem } from '../router/problem-of-plan.ts';

/** The two ends of a thread that was left out, and what stops it: a sentence. */
export function leftOutWords(plan: Plan, problem: PlanProblem, leftOut: LeftOut): string {
  const name = (part: number): string => plan.parts[problem.parts[part]?.id ?? '']?.name ?? 'a part';
  const { from, to } = leftOut.trace;
  const between = `${name(from.part)} to ${name(to.part)}`;
  if (leftOut.kind === 'other-threads') {
    const titles = leftOut.nets.map((net) => titleOf(problem.nets[net]?.title ?? 'another thread'));
    return titles.length === 0
      ? `${between}: beside the other threads there is no room for it.`
      : `${between}: its way would cross ${listed(titles)}, and no patch has its room there.`;
  }
  const { near } = leftOut;
  const what =
    near === 'rim' ? 'the rim of the cloth' : near === 'area' ? 'an area to keep out of' : name(near.part);
  return `${between}: even alone it finds no way; ${what} is too near.`;
}

/** `− holder to lights` for a title that starts with a hyphen. */
function titleOf(title: string): string {
  return `“${title.replace(/^- /u, '− ').replace(/^none /u, '')}”`;
}

function listed(words: readonly string[]): string {
  return words.length < 2 ? (words[0] ?? '') : `${words.slice(0, -1).join(', ')} and ${words.at(-1)}`;
}
