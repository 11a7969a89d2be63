import { CELL_KINDS } from '@sashiko/core/parts/cells';
import type { OwnModel } from '@sashiko/core/parts/own-part-schema';
import { Switch } from 'antd';
import { Field } from '../../ui/Field.tsx';
import { NumberField } from '../../ui/NumberField.tsx';
import { OptionSelect } from '../../ui/OptionSelect.tsx';
import { MODELS } from './own-models.ts';

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
