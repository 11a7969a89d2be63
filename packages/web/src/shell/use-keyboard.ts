import { useEffect } from 'react';
import { useNavigate } from 'react-router';
import { STAGES, type StageId } from '../stages/stages.ts';
import { useViewStore } from '../stores/view-store.ts';
import { COMMANDS } from './commands.ts';

/** Listens for the worktable's keys, except while something is typed or a dialog is open. */
export function useKeyboard(planId: string, stage: StageId, onHelp: () => void): void {
  const navigate = useNavigate();
  useEffect(() => {
    const onKeyDown = (event: KeyboardEvent): void => {
      const target = event.target as Element;
      if (event.defaultPrevented || useViewStore.getState().dialogs > 0) return;
      const isTyping =
        target.closest(
          'input:not([type="checkbox"], [type="radio"], [readonly]), textarea, [role="combobox"]:not([readonly])',
        ) !== null;
      // Arrows choose among radio buttons and in lists, but nothing is typed there: undo and its like go on.
      const isChoosing =
        target.closest('[type="radio"], [role="radiogroup"], [role="combobox"], [role="slider"]') !== null &&
        !event.ctrlKey &&
        !event.metaKey;
      if (isTyping || isChoosing) return;
      if (event.key === '?') {
        onHelp();
        return;
      }
      const number = Number(event.key);
      const next = STAGES[number - 1];
      if (next !== undefined && !event.ctrlKey && !event.metaKey && !event.altKey) {
        void navigate(`/plan/${planId}/${next.id}`);
        return;
      }
      // Only over the cloth: boxes, links and buttons have a use for Space of their own.
      const isOnCloth = target === document.body || target.closest('.cloth-area') !== null;
      if (event.key === ' ' && isOnCloth) {
        useViewStore.getState().setPulling(true);
        event.preventDefault();
        return;
      }
      if (COMMANDS.some((command) => command.act(event, stage))) event.preventDefault();
    };
    const letGo = (event: Event): void => {
      if (event.type === 'blur' || (event as KeyboardEvent).key === ' ')
        useViewStore.getState().setPulling(false);
    };
    window.addEventListener('keydown', onKeyDown);
    window.addEventListener('keyup', letGo);
    window.addEventListener('blur', letGo);
    return () => {
      window.removeEventListener('keydown', onKeyDown);
      window.removeEventListener('keyup', letGo);
      window.removeEventListener('blur', letGo);
    };
  }, [planId, stage, onHelp, navigate]);
}
