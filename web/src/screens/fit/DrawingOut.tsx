import { fitSheet, sheetDxf, sheetSvg } from '@sable/core/formats/drawing';
import Button from '@mui/material/Button';
import { useBuild } from '../../hooks/buildState.tsx';
import { useUnits } from '../../hooks/settings.tsx';
import { saveFile } from '../../pieces/saveFile.ts';
import type { LiveFit } from './live.ts';
import css from './fit.module.css';

/** Three dimensioned views with the tightest gaps, on A3 at a stated scale. */
export function DrawingOut({ live }: { live: LiveFit }) {
  const { build } = useBuild();
  const units = useUnits();
  const { candidate } = live.subject;
  const sheet = () =>
    fitSheet({ ...live.subject, candidate: { ...candidate, placement: live.now().placement } }, live.movement, units, {
      buildName: build.name,
      date: new Date().toISOString().slice(0, 10),
    });
  const name = `${build.id}-${candidate.letter}-fit`;
  return (
    <section className={css['block-small']}>
      <h3>Drawing, A3 at a stated scale</h3>
      <div className="row" style={{ marginTop: 6 }}>
        <Button onClick={() => saveFile(sheetSvg(sheet()), 'image/svg+xml', `${name}.svg`)}>SVG</Button>
        <Button onClick={() => saveFile(sheetDxf(sheet()), 'application/dxf', `${name}.dxf`)}>DXF R12</Button>
        <Button
          onClick={() =>
            void import('./sheetPdf.ts').then(async ({ sheetPdf }) =>
              saveFile((await sheetPdf(sheet())) as BlobPart, 'application/pdf', `${name}.pdf`),
            )
          }
        >
          PDF
        </Button>
      </div>
    </section>
  );
}
