import { withGroups } from '@sashiko/core/plan/arrange/group';
import { type KeyboardEvent, useEffect, useRef, useState } from 'react';
import type { StageId } from '../stages/stages.ts';
import { currentPlan } from '../stores/plan-store.ts';
import { useViewStore } from '../stores/view-store.ts';
import { type MenuItem, type MenuThing, menuItems } from './menu-items.ts';

/** An open menu: what it offers, and where on the page. */
interface Open {
  readonly items: readonly MenuItem[];
  readonly left: number;
  readonly top: number;
}

/** Room it keeps from the edges of the window, px, and about how large it is. */
const ROOM = 8;
const ABOUT = { width: 240, itemHeight: 36 };

/** The menu of what lies under the pointer, or has the focus: by the other button, a long press, the menu key. */
export function ClothMenu({ stage }: { readonly stage: StageId }) {
  const [open, setOpen] = useState<Open | null>(null);
  const list = useRef<HTMLDivElement>(null);
  const before = useRef<Element | null>(null);
  useEffect(() => {
    const onMenu = (event: MouseEvent): void => {
      const given = event.target as Element;
      if (given.closest('.canvas') === null) return;
      const isByKey = event.clientX + event.clientY === 0;
      // While the pointer is held by the canvas, what lies under it is told by its place only.
      const target = (isByKey ? null : document.elementFromPoint(event.clientX, event.clientY)) ?? given;
      event.preventDefault();
      // A part in hand or a run half drawn is not left for a menu.
      if (useViewStore.getState().tool.kind !== 'hand') return;
      const items = menuItems(choose(target), stage);
      before.current = document.activeElement;
      const at = isByKey ? middleOf(target) : event;
      const height = items.length * ABOUT.itemHeight;
      setOpen({
        items,
        left: Math.max(ROOM, Math.min(at.clientX, window.innerWidth - ABOUT.width - ROOM)),
        top: Math.max(ROOM, Math.min(at.clientY, window.innerHeight - height - ROOM)),
      });
    };
    window.addEventListener('contextmenu', onMenu);
    return () => window.removeEventListener('contextmenu', onMenu);
  }, [stage]);
  useEffect(() => {
    if (open === null) return;
    list.current?.querySelector('button')?.focus();
    const onPress = (event: PointerEvent): void => {
      if (!list.current?.contains(event.target as Node)) setOpen(null);
    };
    window.addEventListener('pointerdown', onPress, { capture: true });
    return () => window.removeEventListener('pointerdown', onPress, { capture: true });
  }, [open]);
  if (open === null) return null;
  const close = (): void => {
    setOpen(null);
    if (before.current instanceof HTMLElement || before.current instanceof SVGElement) before.current.focus();
  };
  const onKeyDown = (event: KeyboardEvent): void => {
    const buttons = [...(list.current?.querySelectorAll('button') ?? [])];
    const at = buttons.indexOf(document.activeElement as HTMLButtonElement);
    const to: Readonly<Record<string, number>> = {
      ArrowDown: (at + 1) % buttons.length,
      ArrowUp: (at - 1 + buttons.length) % buttons.length,
      Home: 0,
      End: buttons.length - 1,
    };
    const next = to[event.key];
    if (next !== undefined) buttons[next]?.focus();
    else if (event.key === 'Escape' || event.key === 'Tab') close();
    else if (event.key !== 'Enter' && event.key !== ' ') return;
    event.stopPropagation();
    if (event.key !== 'Enter' && event.key !== ' ') event.preventDefault();
  };
  return (
    <div
      ref={list}
      className="cloth-menu"
      role="menu"
      aria-label="What can be done here"
      tabIndex={-1}
      style={{ left: open.left, top: open.top }}
      onKeyDown={onKeyDown}
    >
      {open.items.map(({ words, act }) => (
        <button
          key={words}
          type="button"
          role="menuitem"
          onClick={() => {
            close();
            act();
          }}
        >
          {words}
        </button>
      ))}
    </div>
  );
}

/** What is meant, and chosen with it: what is chosen already stays so, with all that is chosen beside it. */
function choose(target: Element): MenuThing {
  const plan = currentPlan();
  const { selection, select } = useViewStore.getState();
  const partId = target.closest<SVGElement>('[data-part]')?.dataset['part'];
  if (partId !== undefined && plan.parts[partId] !== undefined) {
    if (!selection.partIds.includes(partId)) select({ partIds: withGroups(plan, [partId]) });
    const parts = useViewStore.getState().selection.partIds.flatMap((id) => plan.parts[id] ?? []);
    return { kind: 'parts', parts };
  }
  const runId = target.closest<SVGElement>('[data-run]')?.dataset['run'];
  const run = runId === undefined ? undefined : plan.runs[runId];
  if (run === undefined) return { kind: 'cloth' };
  if (selection.runId !== run.id) select({ runId: run.id });
  return { kind: 'run', run };
}

/** Where a menu opens that was asked for by a key: there is no pointer then. */
function middleOf(target: Element): { readonly clientX: number; readonly clientY: number } {
  const { left, top, width, height } = target.getBoundingClientRect();
  return { clientX: left + width / 2, clientY: top + height / 2 };
}
