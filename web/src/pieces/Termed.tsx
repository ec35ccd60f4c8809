import { termIn, termWords } from '@sable/core/model';
import Tooltip from '@mui/material/Tooltip';
import { Sentence } from './figures.tsx';
import css from './Termed.module.css';

/** A label whose first term of the glossary says on hover, and to the keyboard, what it means, its unit and its source. */
export function Termed({ children }: { children: string }) {
  const found = termIn(children);
  if (!found) return <Sentence>{children}</Sentence>;
  return (
    <>
      <Sentence>{children.slice(0, found.start)}</Sentence>
      <Tooltip title={termWords(found.term)} describeChild enterTouchDelay={0}>
        <span className={css['term']} tabIndex={0}>
          {children.slice(found.start, found.end)}
        </span>
      </Tooltip>
      <Sentence>{children.slice(found.end)}</Sentence>
    </>
  );
}
