import { Brief as BriefSchema, type Brief, type FieldProblem } from '@sable/core';
import { fieldProblems } from '@sable/core/formats';
import { createContext, useContext, useMemo, useState, type ComponentProps, type ReactNode } from 'react';
import { useBuild, useBuildActions } from '../../hooks/buildState.tsx';
import { QuantityField } from '../../pieces/fields.tsx';
import { rangeAt, type Schema } from '../../pieces/schemaRange.ts';
import layout from '../../pieces/layout.module.css';
import { validateBrief } from '../../validators/generated/validators.js';
import { bandFault, figureAt, withFigure } from './briefEdit.ts';

interface BriefForm {
  readonly brief: Brief;
  /** Saves it, or says what is wrong with it and saves nothing. */
  readonly change: (next: Brief) => void;
  /** The same for one figure: returns what is wrong, for its own field to say. */
  readonly tryFigure: (next: Brief) => string | undefined;
  readonly fault: (pointer: string) => string | undefined;
}

const Form = createContext<BriefForm | undefined>(undefined);

/** The brief as its fields see it: read, changed as a whole, refused field by field. */
export function BriefFormProvider({ children }: { children: ReactNode }) {
  const { build } = useBuild();
  const { save } = useBuildActions();
  const { brief } = build;
  const [problems, setProblems] = useState<readonly FieldProblem[]>([]);
  const form = useMemo((): BriefForm => {
    const wrong = (next: Brief): readonly FieldProblem[] => {
      if (!validateBrief(next)) return fieldProblems(validateBrief.errors ?? []);
      const band = bandFault(next);
      return band ? [band] : [];
    };
    return {
      brief,
      change: (next) => {
        const faults = wrong(next);
        setProblems(faults);
        if (faults.length === 0) save('brief', brief, next);
      },
      tryFigure: (next) => {
        const [fault] = wrong(next);
        setProblems([]);
        if (!fault) save('brief', brief, next);
        return fault?.message;
      },
      fault: (pointer) => problems.find((p) => p.pointer === pointer)?.message,
    };
  }, [brief, save, problems]);
  return <Form value={form}>{children}</Form>;
}

export function useBriefForm(): BriefForm {
  const form = useContext(Form);
  if (!form) throw new Error('useBriefForm outside its provider');
  return form;
}

type FieldProps = ComponentProps<typeof QuantityField>;

/** One figure of the brief, by its pointer. */
export function BriefFigure({
  pointer,
  begins,
  ...field
}: {
  pointer: string;
  /** What stands beside it where this figure begins its group; without the figure there is no group. */
  begins?: Readonly<Record<string, number>>;
} & Omit<FieldProps, 'value' | 'onCommit' | 'error'>) {
  const { brief, tryFigure, fault } = useBriefForm();
  return (
    <QuantityField
      {...rangeAt(BriefSchema as Schema, pointer)}
      {...(field.min === undefined ? {} : { above: false })}
      {...field}
      value={figureAt(brief, pointer)}
      error={fault(pointer)}
      onCommit={(v) => tryFigure(withFigure(brief, pointer, v, begins))}
    />
  );
}

export function FieldGroup({ title, children }: { title: string; children: ReactNode }) {
  return (
    <section className="block">
      <h2>{title}</h2>
      <div className={layout['form-grid']} style={{ paddingTop: 8 }}>
        {children}
      </div>
    </section>
  );
}
