import { withSupplier, type Supplier, type SupplierSaid } from '@sable/core';
import { useBuild, useBuildActions } from './buildState.tsx';

/** What is said of whoever sells or works, and the way to say more: kept with the suppliers of the build. */
export function useSuppliers(): {
  readonly suppliers: readonly Supplier[];
  readonly put: (name: string, more: SupplierSaid) => void;
} {
  const { brief } = useBuild().build;
  const { save } = useBuildActions();
  const suppliers = brief.suppliers ?? [];
  return {
    suppliers,
    put: (name, more) => {
      const { suppliers: _was, ...rest } = brief;
      const all = withSupplier(suppliers, name, more);
      save('brief', brief, all.length > 0 ? { ...rest, suppliers: all } : rest);
    },
  };
}
