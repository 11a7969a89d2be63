import type { Plan } from '@sashiko/core/plan/schema';
import type { RouteScope } from '@sashiko/core/router/route-request';
import { wishesOf } from '@sashiko/core/wishes/wishes';

const SIDES = { '+': 'the + side', '-': 'the − side' } as const;

export function scopeKey(scope: RouteScope): string {
  if (scope.kind === 'side') return `side:${scope.side}`;
  if (scope.kind === 'net') return `net:${scope.wishId}`;
  return scope.kind === 'parts' ? 'parts' : 'all';
}

export function scopeOf(key: string, chosen: readonly string[]): RouteScope {
  const [kind, rest = ''] = key.split(/:(.*)/s);
  if (kind === 'side') return { kind, side: rest === '+' ? '+' : '-' };
  if (kind === 'net') return { kind, wishId: rest };
  return kind === 'parts' ? { kind, partIds: chosen } : { kind: 'all' };
}

export function scopeOptions(plan: Plan, chosen: readonly string[], scope: RouteScope) {
  const found = wishesOf(plan);
  const wishes = found.ok ? found.value : [];
  const names = (scope.kind === 'parts' ? scope.partIds : chosen)
    .map((id) => plan.parts[id]?.name ?? '')
    .join(', ');
  return [
    { value: 'all', label: 'everything' },
    { value: 'side:+', label: SIDES['+'] },
    { value: 'side:-', label: SIDES['-'] },
    {
      value: 'parts',
      label: names === '' ? 'at the chosen parts' : `at ${names}`,
      disabled: chosen.length === 0,
    },
    ...wishes.map(({ id, side, title }) => ({
      value: `net:${id}`,
      label: `${side === 'none' ? '' : side === '-' ? '− ' : '+ '}${title}`,
    })),
  ];
}
