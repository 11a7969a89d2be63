import type { OwnModel } from '@sashiko/core/parts/own-part-schema';
import { Switch } from 'antd';
import { Field } from '../../ui/Field.tsx';
import { NumberField } from '../../ui/NumberField.tsx';
import { OptionSelect } from '../../ui/OptionSelect.tsx';
import { Figure, MaybeFigure } from './Figure.tsx';
import { CellFields, type Cells, OwnCellFields, USUAL_CELL } from './OwnCellFields.tsx';
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
          <MaybeFigure
            label="Bears at most (0: nobody says)"
            unit="V"
            value={model.mostV}
            onChange={(mostV) => onChange(withMostV(model, mostV))}
          />
          <Figure
            label="All pins together, at most"
            unit="mA"
            value={model.mostMa}
            onChange={(mostMa) => onChange({ ...model, mostMa })}
          />
          <Figure
            label="Its steady + gives"
            unit="V"
            value={model.steadyV ?? model.volt}
            onChange={(steadyV) => onChange({ ...model, steadyV })}
          />
          <Field label="Has cells of its own">
            <Switch
              size="small"
              checked={model.cell !== undefined}
              onChange={(has) => onChange(withCell(model, has ? USUAL_CELL : undefined))}
            />
          </Field>
          {model.cell !== undefined && (
            <CellFields cell={model.cell} onChange={(cell) => onChange(withCell(model, cell))} />
          )}
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
      {model.kind === 'switch' && (
        <Field label="It is closed">
          <OptionSelect
            value={model.closedBy ?? 'hand'}
            options={CLOSED_BY}
            onChange={(closedBy) => onChange({ ...model, closedBy })}
          />
        </Field>
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
          <MaybeFigure
            label="Bears at most (0: nobody says)"
            unit="V"
            value={model.mostV}
            onChange={(mostV) => onChange(withMostV(model, mostV))}
          />
          <Figure
            label="Takes then"
            unit="mA"
            value={model.ma}
            onChange={(ma) => onChange({ ...model, ma })}
          />
          <Field label="It is a light">
            <Switch
              size="small"
              checked={model.glows === true}
              onChange={(glows) => {
                const { glows: _was, ...rest } = model;
                onChange(glows ? { ...rest, glows: true } : rest);
              }}
            />
          </Field>
        </>
      )}
      {model.kind === 'half' && (
        <>
          <Figure
            label="When closed"
            unit="Ω"
            value={model.onOhm}
            onChange={(onOhm) => onChange({ ...model, onOhm })}
          />
          <Field label="A magnet holds it">
            <Switch
              size="small"
              checked={model.isMagnet === true}
              onChange={(isMagnet) => {
                const { isMagnet: _was, ...rest } = model;
                onChange(isMagnet ? { ...rest, isMagnet: true } : rest);
              }}
            />
          </Field>
        </>
      )}
      {model.kind === 'pack' && (
        <>
          <OwnCellFields cell={model.own} onChange={(own) => onChange({ ...model, own })} />
          <Figure
            label="Its cable is"
            unit="mm"
            value={model.cableMm}
            onChange={(cableMm) => onChange({ ...model, cableMm })}
          />
          <Field label="With a switch in the cable">
            <Switch
              size="small"
              checked={model.hasSwitch}
              onChange={(hasSwitch) => onChange({ ...model, hasSwitch })}
            />
          </Field>
        </>
      )}
      {model.kind === 'cell' && (
        <>
          <CellFields
            cell={model}
            onChange={(cell) => {
              const { own: _was, ...rest } = model;
              onChange({ ...rest, ...cell });
            }}
          />
          <Field label="A converter makes (0: none)">
            <NumberField
              min={0}
              max={24}
              suffix="V"
              style={{ width: '100%' }}
              value={model.boostV ?? 0}
              onChange={(boostV) => {
                const { boostV: _was, ...rest } = model;
                onChange(boostV === null || boostV < 1 ? rest : { ...rest, boostV });
              }}
            />
          </Field>
        </>
      )}
    </>
  );
}

/** What closes a switch. */
const CLOSED_BY = [
  { value: 'hand', label: 'as it is left' },
  { value: 'press', label: 'while it is pressed' },
  { value: 'magnet', label: 'while a magnet is near' },
  { value: 'dark', label: 'in the dark' },
] as const;

type BoardModel = Extract<OwnModel, { readonly kind: 'board' }>;

/** A board with cells of its own, or without. */
function withCell({ cell: _was, ...model }: BoardModel, cell: Cells | undefined): BoardModel {
  return cell === undefined ? model : { ...model, cell };
}

/** A model with the most volts it bears, or without. */
function withMostV<Model extends { readonly mostV?: number | undefined }>(
  model: Model,
  mostV: number | undefined,
): Model {
  const { mostV: _was, ...rest } = model;
  return (mostV === undefined ? rest : { ...rest, mostV }) as Model;
}
