import { CELL_KINDS } from '@sashiko/core/parts/cells';
import type { OwnModel } from '@sashiko/core/parts/own-part';
import { Switch } from 'antd';
import { Field } from '../../ui/Field.tsx';
import { NumberField } from '../../ui/NumberField.tsx';
import { OptionSelect } from '../../ui/OptionSelect.tsx';

interface ModelWords {
  readonly kind: OwnModel['kind'];
  readonly title: string;
  readonly help: string;
  readonly usual: OwnModel;
}

/** What a part can do to a current, in plain words. */
const MODELS: readonly ModelWords[] = [
  {
    kind: 'none',
    title: 'nothing',
    help: 'A button, a bead, a plain piece: it is only held down.',
    usual: { kind: 'none' },
  },
  {
    kind: 'board',
    title: 'a board with pins',
    help: 'It needs a + and a −, and each pin can be on or off. Its sheet says what it needs (V) and what all pins together may give (mA).',
    usual: { kind: 'board', volt: 3, mostMa: 100 },
  },
  {
    kind: 'light',
    title: 'a light',
    help: 'From its + to its −. If it has a resistor of its own, type its ohms; a bare light has 0.',
    usual: { kind: 'light', seriesOhm: 100 },
  },
  {
    kind: 'cell',
    title: 'a holder for cells',
    help: 'Which cells it takes, how many in a row, and whether it has a switch of its own.',
    usual: { kind: 'cell', cellId: 'coin-20x3.2', count: 1, switched: false },
  },
  {
    kind: 'switch',
    title: 'a switch',
    help: 'Two holes that are joined when it is on. Give them the role “joined” and different words. Measure the ohms when it is on, or leave 0.5.',
    usual: { kind: 'switch', onOhm: 0.5 },
  },
  {
    kind: 'resistor',
    title: 'a resistor',
    help: 'Two holes with ohms between them. Give them the role “joined” and different words.',
    usual: { kind: 'resistor', ohm: 100 },
  },
  {
    kind: 'load',
    title: 'something that takes power',
    help: 'A sensor, a sounder, a motor: the volts it is made for, and the milliamperes it takes then.',
    usual: { kind: 'load', volt: 3, ma: 10 },
  },
];

interface OwnPartModelProps {
  readonly model: OwnModel;
  readonly onChange: (model: OwnModel) => void;
}

/** What the part does to a current: chosen in words, with the few numbers each needs. */
export function OwnPartModel({ model, onChange }: OwnPartModelProps) {
  const words = MODELS.find((one) => one.kind === model.kind);
  return (
    <>
      <Field label="In the circuit it is">
        <OptionSelect
          value={model.kind}
          options={MODELS.map(({ kind, title }) => ({ value: kind, label: title }))}
          onChange={(kind: OwnModel['kind']) =>
            onChange(MODELS.find((one) => one.kind === kind)?.usual ?? { kind: 'none' })
          }
        />
      </Field>
      <p className="quiet">{words?.help}</p>
      {model.kind === 'board' && (
        <>
          <Figure
            label="Needs"
            unit="V"
            value={model.volt}
            onChange={(volt) => onChange({ ...model, volt })}
          />
          <Figure
            label="All pins together, at most"
            unit="mA"
            value={model.mostMa}
            onChange={(mostMa) => onChange({ ...model, mostMa })}
          />
        </>
      )}
      {model.kind === 'light' && (
        <Figure
          label="Its own resistor"
          unit="Ω"
          value={model.seriesOhm}
          onChange={(seriesOhm) => onChange({ ...model, seriesOhm })}
        />
      )}
      {model.kind === 'switch' && (
        <Figure
          label="When on"
          unit="Ω"
          value={model.onOhm}
          onChange={(onOhm) => onChange({ ...model, onOhm })}
        />
      )}
      {model.kind === 'resistor' && (
        <Figure
          label="Resistance"
          unit="Ω"
          value={model.ohm}
          onChange={(ohm) => onChange({ ...model, ohm })}
        />
      )}
      {model.kind === 'load' && (
        <>
          <Figure
            label="Made for"
            unit="V"
            value={model.volt}
            onChange={(volt) => onChange({ ...model, volt })}
          />
          <Figure
            label="Takes then"
            unit="mA"
            value={model.ma}
            onChange={(ma) => onChange({ ...model, ma })}
          />
        </>
      )}
      {model.kind === 'cell' && (
        <>
          <Field label="Cells">
            <OptionSelect
              value={model.cellId}
              options={CELL_KINDS.map((cell) => ({ value: cell.id, label: cell.title }))}
              onChange={(cellId) => onChange({ ...model, cellId })}
            />
          </Field>
          <Figure
            label="In a row"
            unit=""
            value={model.count}
            onChange={(count) => onChange({ ...model, count: Math.round(count) })}
          />
          <Field label="Has its own switch">
            <Switch
              size="small"
              checked={model.switched}
              onChange={(switched) => onChange({ ...model, switched })}
            />
          </Field>
        </>
      )}
    </>
  );
}

interface FigureProps {
  readonly label: string;
  readonly unit: string;
  readonly value: number;
  readonly onChange: (value: number) => void;
}

function Figure({ label, unit, value, onChange }: FigureProps) {
  return (
    <Field label={label}>
      <NumberField
        min={0}
        suffix={unit}
        style={{ width: '100%' }}
        value={value}
        onChange={(next) => {
          if (next !== null) onChange(next);
        }}
      />
    </Field>
  );
}
