import { Checkbox, Popover } from 'antd';
import { NAME_KINDS, type NameKind } from '../stores/name-kinds.ts';
import { useViewStore } from '../stores/view-store.ts';

/** Which names are written on the cloth. */
export function NamesButton() {
  const hidden = useViewStore((state) => state.hiddenNames);
  const { hideNames } = useViewStore.getState();
  const all = Object.keys(NAME_KINDS) as NameKind[];
  return (
    <Popover
      trigger="click"
      title="Names on the cloth"
      content={
        <Checkbox.Group
          className="name-kinds"
          value={all.filter((kind) => !hidden.has(kind))}
          options={all.map((kind) => ({ value: kind, label: NAME_KINDS[kind] }))}
          onChange={(shown) => hideNames(new Set(all.filter((kind) => !shown.includes(kind))))}
        />
      }
    >
      <button
        type="button"
        aria-haspopup="dialog"
        aria-label="Names on the cloth"
        title="Names on the cloth"
        className={hidden.size === 0 ? '' : 'struck'}
      >
        Aa
      </button>
    </Popover>
  );
}
