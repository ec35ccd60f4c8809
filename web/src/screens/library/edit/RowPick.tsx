import { fieldEntry } from '@sable/core';
import { useQuery } from '@tanstack/react-query';
import { api } from '../../../hooks/api.ts';
import { KEYS } from '../../../hooks/queryKeys.ts';
import { ChoiceField } from '../../../pieces/fields.tsx';
import type { NodeProps } from '../../../pieces/form/Node.tsx';

type Kind = 'engines' | 'gearboxes';
/** No id: those begin with a letter or a figure. */
const NONE = '-';

/** A field that holds the id of another row of the library: chosen by its name. */
export function RowPick({ name, value, onChange, at, problems, kinds }: NodeProps & { kinds: readonly Kind[] }) {
  const { data } = useQuery({ queryKey: KEYS.library, queryFn: api.library });
  const entry = fieldEntry(name);
  const rows = kinds.flatMap((kind): readonly { id: string; name: string; retired?: boolean }[] => data?.[kind] ?? []);
  const chosen = typeof value === 'string' ? value : NONE;
  return (
    <ChoiceField
      label={entry?.label ?? name}
      help={entry?.help ?? ''}
      value={data || chosen === NONE ? chosen : NONE}
      choices={[
        { value: NONE, label: 'not entered' },
        ...rows.filter((r) => !r.retired || r.id === chosen).map((r) => ({ value: r.id, label: r.name })),
      ]}
      error={problems.find((p) => p.pointer === at)?.message}
      onCommit={(id) => onChange(id === NONE ? undefined : id)}
    />
  );
}
