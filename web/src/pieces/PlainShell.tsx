import type { ReactNode } from 'react';
import { Rule, SkipLink } from './Rule.tsx';
import layout from './layout.module.css';

/** The frame of what lies beside a build: shop and library. */
export function PlainShell({ title, tools, children }: { title: string; tools?: ReactNode; children: ReactNode }) {
  return (
    <>
      <SkipLink />
      <Rule steps={undefined} />
      <div className="band">
        <h1>{title}</h1>
        <div className={layout['tools']}>{tools}</div>
      </div>
      <main id="main" tabIndex={-1} style={{ outline: 'none' }}>
        {children}
      </main>
    </>
  );
}
