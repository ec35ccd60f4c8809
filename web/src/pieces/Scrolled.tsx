import { useEffect, useRef, useState, type ReactNode } from 'react';
import layout from './layout.module.css';

/** What is wider than a narrow screen scrolls in itself; where it does, the keyboard can come to it and scroll it too. */
export function Scrolled({ label, children }: { label: string; children: ReactNode }) {
  const box = useRef<HTMLDivElement>(null);
  const [wide, setWide] = useState(false);
  useEffect(() => {
    const el = box.current;
    if (!el || typeof ResizeObserver === 'undefined') return undefined;
    const look = () => setWide(el.scrollWidth > el.clientWidth + 1);
    const seen = new ResizeObserver(look);
    seen.observe(el);
    if (el.firstElementChild) seen.observe(el.firstElementChild);
    look();
    return () => seen.disconnect();
  }, []);
  return (
    <div
      ref={box}
      className={layout['scroll-x']}
      {...(wide ? { tabIndex: 0, role: 'group', 'aria-label': label } : {})}
    >
      {children}
    </div>
  );
}
