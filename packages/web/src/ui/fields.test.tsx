// @vitest-environment happy-dom
import { act, cleanup, fireEvent, render, screen } from '@testing-library/react';
import { useState } from 'react';
import { afterEach, describe, expect, test, vi } from 'vitest';
import { Choice } from './Choice.tsx';
import { Field } from './Field.tsx';
import { LengthField } from './LengthField.tsx';
import { NumberField } from './NumberField.tsx';

afterEach(() => {
  cleanup();
  vi.useRealTimers();
});

const type = (field: HTMLElement, text: string): void => {
  fireEvent.change(field, { target: { value: text } });
};

/** A field as a panel uses it: what it tells comes back as its value. */
function Held({ told, restMs }: { readonly told: (value: number | null) => void; readonly restMs?: number }) {
  const [value, setValue] = useState<number | null>(null);
  return (
    <NumberField
      aria-label="ohms"
      min={0}
      max={100}
      value={value}
      {...(restMs === undefined ? {} : { restMs })}
      onChange={(next) => {
        told(next);
        setValue(next);
      }}
    />
  );
}

describe('a number that is typed', () => {
  test('is told at every letter, stays as it is typed, and is refused in words out of range', () => {
    const told = vi.fn();
    render(<Held told={told} />);
    const field = screen.getByLabelText<HTMLInputElement>('ohms');
    type(field, '1');
    type(field, '12.');
    expect(field.value).toBe('12.');
    type(field, '12,5');
    expect(told.mock.calls.flat()).toEqual([1, 12, 12.5]);
    type(field, '250');
    expect(screen.getByRole('alert').textContent).toMatch(/100/);
    expect(field.getAttribute('aria-invalid')).toBe('true');
    expect(told).toHaveBeenCalledTimes(3);
    fireEvent.keyDown(field, { key: 'Escape' });
    expect(field.value).toBe('12.5');
    fireEvent.keyDown(field, { key: 'ArrowDown' });
    expect(told).toHaveBeenLastCalledWith(11.5);
  });

  test('that is kept for good is told once it rests, or is left, or Enter is pressed', () => {
    vi.useFakeTimers();
    const told = vi.fn();
    render(<Held told={told} restMs={700} />);
    const field = screen.getByLabelText<HTMLInputElement>('ohms');
    type(field, '1');
    type(field, '12');
    act(() => vi.advanceTimersByTime(600));
    expect(told).not.toHaveBeenCalled();
    type(field, '12.');
    act(() => vi.advanceTimersByTime(800));
    expect(told.mock.calls.flat()).toEqual([12]);
    // On the way to 12.5 the point stays.
    expect(field.value).toBe('12.');
    type(field, '12.5');
    fireEvent.keyDown(field, { key: 'Enter' });
    expect(told).toHaveBeenLastCalledWith(12.5);
    type(field, '13');
    fireEvent.blur(field);
    expect(told).toHaveBeenLastCalledWith(13);
    type(field, '14');
    cleanup();
    expect(told).toHaveBeenLastCalledWith(14);
  });
});

test('a length is taken in other units on Enter, and given up with Escape', () => {
  const change = vi.fn();
  render(<LengthField label="Width" valueMm={50} unit="mm" onChange={change} />);
  const field = screen.getByLabelText<HTMLInputElement>('Width');
  type(field, '2 in');
  fireEvent.keyDown(field, { key: 'Enter', code: 'Enter', keyCode: 13 });
  expect(change).toHaveBeenLastCalledWith(50.8);
  type(field, 'wide');
  fireEvent.keyDown(field, { key: 'Escape' });
  expect(field.value).toBe('50');
  expect(change).toHaveBeenCalledTimes(1);
});

test('a field names its control, and no two share a name by accident', () => {
  render(
    <>
      <Field label="Left">
        <input />
      </Field>
      <Field label="Right">
        <input />
      </Field>
    </>,
  );
  expect(screen.getByLabelText('Left')).not.toBe(screen.getByLabelText('Right'));
});

test('a drop-down offers its options by their words and tells the value', () => {
  const change = vi.fn();
  render(
    <Choice
      label="Pieces"
      value="unbroken"
      options={[
        { value: 'unbroken', label: 'in one' },
        { value: 'spliced', label: 'spliced' },
      ]}
      onChange={change}
    />,
  );
  fireEvent.mouseDown(screen.getByRole('combobox', { name: 'Pieces' }));
  fireEvent.click(screen.getByTitle('spliced'));
  expect(change).toHaveBeenCalledWith('spliced');
});
