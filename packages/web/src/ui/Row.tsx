import type { ReactNode } from 'react';

/** A label and its figure, one line of a tray. */
export function Row({ label, value }: { readonly label: ReactNode; readonly value: ReactNode }) {
  return (
    <div className="row">
      <span>{label}</span>
      <span className="figure">{value}</span>
    </div>
  );
}
