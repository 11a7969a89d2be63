import { Select } from 'antd';

type Value = string | number;

interface OptionSelectProps<V extends Value> {
  /** The values to choose from, each with what a maker calls it. */
  readonly options: ReadonlyArray<{ readonly value: V; readonly label: string; readonly disabled?: boolean }>;
  /** Null: nothing is chosen. */
  readonly value: V | null;
  readonly onChange: (value: V) => void;
  /** Where the choice may be taken back. */
  readonly onClear?: () => void;
  /** A long list, to be looked through by typing. */
  readonly isSearched?: boolean;
  readonly onFocus?: () => void;
  readonly placeholder?: string;
  readonly size?: 'small';
  readonly id?: string;
  readonly style?: { readonly width: string | number };
  readonly 'aria-label'?: string;
  readonly 'aria-labelledby'?: string;
}

/** The one drop-down for one of several. */
export function OptionSelect<V extends Value>({
  options,
  onChange,
  onClear,
  isSearched = false,
  ...field
}: OptionSelectProps<V>) {
  return (
    <Select<V | null, OptionSelectProps<V>['options'][number]>
      options={[...options]}
      allowClear={onClear !== undefined}
      {...(isSearched ? { showSearch: { optionFilterProp: 'label' } } : {})}
      {...field}
      onChange={(value) => {
        if (value === null || value === undefined) onClear?.();
        else onChange(value);
      }}
    />
  );
}
