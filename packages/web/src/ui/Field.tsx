import { cloneElement, type ReactElement, type ReactNode, useId } from 'react';

interface FieldProps {
  readonly label: ReactNode;
  /** `roomy`: more room for the control; `wide`: more for its name. */
  readonly shape?: 'roomy' | 'wide';
  /** One control that takes an id and a name. */
  readonly children: ReactElement<{ id?: string; 'aria-labelledby'?: string }>;
}

/** One line of a form: its name, and the control that it names. The one idiom for it. */
export function Field({ label, shape, children }: FieldProps) {
  const id = useId();
  const nameId = useId();
  return (
    <div className={`field${shape === undefined ? '' : ` ${shape}`}`}>
      <label id={nameId} htmlFor={id}>
        {label}
      </label>
      {cloneElement(children, { id, 'aria-labelledby': nameId })}
    </div>
  );
}
