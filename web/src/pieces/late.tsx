import { lazy, type ComponentType } from 'react';

/**
 * A part of the page that is loaded when it is first shown, and MUI with it. What the first page shows is drawn without MUI:
 * its styles in code weigh as much as the page itself.
 */
export function late<P extends object>(load: () => Promise<ComponentType<P>>): ComponentType<P> {
  return lazy(async () => {
    const [{ Dressed }, Part] = await Promise.all([import('./Dressed.tsx'), load()]);
    const Late = (props: P) => (
      <Dressed>
        <Part {...props} />
      </Dressed>
    );
    return { default: Late };
  });
}
