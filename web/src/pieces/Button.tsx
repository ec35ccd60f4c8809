import type { AnchorHTMLAttributes, ButtonHTMLAttributes, ReactNode } from 'react';
import css from './Button.module.css';

interface Look {
  /** What the page most wants to be done. */
  readonly main?: boolean;
  readonly icon?: ReactNode;
}

const classes = (main: boolean | undefined, more: string | undefined): string =>
  [css['button'], main && css['main'], more].filter(Boolean).join(' ');

/** A button of the first page, which is drawn without MUI; elsewhere MUI’s looks the same. */
export function Button({ main, icon, className, children, ...rest }: Look & ButtonHTMLAttributes<HTMLButtonElement>) {
  return (
    <button type="button" {...rest} className={classes(main, className)}>
      {icon && <span className={css['icon']}>{icon}</span>}
      {children}
    </button>
  );
}

/** A link that looks like one. */
export function ButtonLink({ className, children, ...rest }: AnchorHTMLAttributes<HTMLAnchorElement>) {
  return (
    <a {...rest} className={classes(false, className)}>
      {children}
    </a>
  );
}
