import { CircleAlert, X } from 'lucide-react';
import type { ReactNode } from 'react';
import css from './Trouble.module.css';

/** What went wrong, over the screen. It comes with the first page: a page that has lost its server can load nothing more. */
export function Trouble({ children, onClose }: { children: ReactNode; onClose?: () => void }) {
  return (
    <div role="alert" className={css['trouble']}>
      <CircleAlert size={18} aria-hidden />
      <div>{children}</div>
      {onClose && (
        <button type="button" onClick={onClose} aria-label="Close" title="Close">
          <X size={16} aria-hidden />
        </button>
      )}
    </div>
  );
}
