import { formatNumber, readNumber } from '@sashiko/core/units/number-words';
import { Input } from 'antd';
import { type CSSProperties, useCallback, useEffect, useId, useRef, useState } from 'react';

interface NumberFieldProps {
  readonly value: number | null;
  /** Called with every number that is in range, and with null when the field is emptied. */
  readonly onChange: (value: number | null) => void;
  /** Each number that is told is kept for good: tell it when the field is left, or typing has rested so long, ms. */
  readonly restMs?: number;
  readonly min?: number;
  readonly max?: number;
  /** 0 for whole numbers. */
  readonly precision?: 0;
  /** What an arrow key adds or takes. */
  readonly step?: number;
  readonly id?: string;
  readonly size?: 'small';
  readonly suffix?: string;
  readonly placeholder?: string;
  readonly style?: CSSProperties;
  readonly 'aria-label'?: string;
}

/** A number the maker types. What is no number, or out of range, stays as it was typed, with a word why it is not taken. */
export function NumberField({
  value,
  onChange: tell,
  restMs = 0,
  min,
  max,
  precision,
  step = 1,
  style,
  ...field
}: NumberFieldProps) {
  const wordId = useId();
  const [onChange, tellNow] = useRested((next) => {
    // What was typed stays as it is typed: `12.` on the way to 12.5.
    setTyped((now) => (now === null ? null : { ...now, value: next }));
    tell(next);
  }, restMs);
  // What was typed, and the value it was typed for: a value that changes otherwise takes its place.
  const [typed, setTyped] = useState<{ readonly text: string; readonly value: number | null } | null>(null);
  const range = { min, max, isWhole: precision === 0 };
  const draft = typed !== null && typed.value === value ? typed.text : null;
  const read = draft === null ? null : readNumber(draft, range);
  const word = read === null || read.ok ? null : read.problem.detail;
  const type = (text: string): void => {
    const next = readNumber(text, range);
    setTyped({ text, value: next.ok && restMs === 0 ? next.value : value });
    if (next.ok && next.value !== value) onChange(next.value);
  };
  return (
    <span className="number-field" style={style}>
      <Input
        {...field}
        inputMode="decimal"
        role="spinbutton"
        aria-valuenow={value ?? undefined}
        aria-valuemin={min}
        aria-valuemax={max}
        status={word === null ? '' : 'error'}
        aria-invalid={word !== null}
        aria-describedby={word === null ? undefined : wordId}
        value={draft ?? (value === null ? '' : formatNumber(value))}
        onChange={(event) => type(event.target.value)}
        onBlur={() => {
          tellNow();
          if (word === null) setTyped(null);
        }}
        onKeyDown={(event) => {
          if (event.key === 'Escape') setTyped(null);
          if (event.key === 'Enter') tellNow();
          if (event.key !== 'ArrowUp' && event.key !== 'ArrowDown') return;
          event.preventDefault();
          const by = event.key === 'ArrowUp' ? step : -step;
          const next = Math.min(max ?? Infinity, Math.max(min ?? -Infinity, (value ?? 0) + by));
          type(formatNumber(next));
        }}
      />
      {word !== null && (
        <span id={wordId} className="field-word" role="alert">
          {word}
        </span>
      )}
    </span>
  );
}

/** What tells a value once no other has come for so long, and what tells the last one at once; nothing is kept back when the field goes. */
function useRested(
  tell: (value: number | null) => void,
  restMs: number,
): readonly [(value: number | null) => void, () => void] {
  const waiting = useRef<{
    readonly value: number | null;
    readonly timer: ReturnType<typeof setTimeout>;
  } | null>(null);
  const latest = useRef(tell);
  useEffect(() => {
    latest.current = tell;
  });
  const tellNow = useCallback((): void => {
    if (waiting.current === null) return;
    clearTimeout(waiting.current.timer);
    const { value } = waiting.current;
    waiting.current = null;
    latest.current(value);
  }, []);
  useEffect(() => tellNow, [tellNow]);
  const change = (value: number | null): void => {
    if (restMs === 0) {
      tell(value);
      return;
    }
    if (waiting.current !== null) clearTimeout(waiting.current.timer);
    waiting.current = { value, timer: setTimeout(tellNow, restMs) };
  };
  return [change, tellNow];
}
