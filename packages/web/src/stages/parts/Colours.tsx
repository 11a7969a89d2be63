import { LIGHT_COLOURS } from '@sashiko/core/parts/light-colours';

interface ColoursProps {
  readonly value: string | undefined;
  readonly onChange: (id: string) => void;
  readonly label: string;
}

/** The colours of light to choose from. */
export function Colours({ value, onChange, label }: ColoursProps) {
  return (
    <fieldset className="swatches" style={{ border: 0, margin: 0, padding: 0 }}>
      <legend className="visually-hidden">{label}</legend>
      {LIGHT_COLOURS.map((colour) => (
        <button
          key={colour.id}
          type="button"
          className="swatch"
          aria-pressed={value === colour.id}
          onClick={() => onChange(colour.id)}
        >
          <i style={{ background: colour.glow }} />
          {colour.title}
        </button>
      ))}
    </fieldset>
  );
}
