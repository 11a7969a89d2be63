import { type LineChoice, lineChoices } from '@sashiko/core/plan/arrange/lines';
import { formatLength } from '@sashiko/core/units/length';
import { usePanelInHand } from '../../stores/panel-in-hand.ts';
import { useShownPlan } from '../../stores/plan-store.ts';
import { OptionSelect } from '../../ui/OptionSelect.tsx';

interface LineSelectProps {
  readonly label: string;
  readonly value: string | null;
  readonly onChange: (id: string) => void;
}

/** The lines of the plan to choose from, with their lengths. */
export function LineSelect({ label, value, onChange }: LineSelectProps) {
  const plan = useShownPlan();
  const panel = usePanelInHand(plan);
  return (
    <OptionSelect
      aria-label={label}
      placeholder={label}
      value={value}
      options={lineChoices(panel).map((line) => ({
        value: line.id,
        label: `${line.title}, ${formatLength(line.lengthMm, plan.habits.unit, 0)}`,
      }))}
      onChange={onChange}
    />
  );
}

/** The chosen line, or undefined when it is gone. */
export function useLine(id: string | null): LineChoice | undefined {
  const panel = usePanelInHand(useShownPlan());
  return id === null ? undefined : lineChoices(panel).find((line) => line.id === id);
}
