import { sheetDxf, sheetSvg, type Sheet } from '@sable/core/formats/drawing';
import Button from '@mui/material/Button';
import { saveFile } from './saveFile.ts';

/** A drawing as a file: SVG, DXF for a cutter, PDF for a printer. */
export function SheetOut({ sheet, name, of = '' }: { sheet: () => Sheet; name: string; of?: string }) {
  const label = (kind: string) => (of === '' ? {} : { 'aria-label': `${of}, ${kind}` });
  return (
    <>
      <Button {...label('SVG')} onClick={() => saveFile(sheetSvg(sheet()), 'image/svg+xml', `${name}.svg`)}>
        SVG
      </Button>
      <Button {...label('DXF R12')} onClick={() => saveFile(sheetDxf(sheet()), 'application/dxf', `${name}.dxf`)}>
        DXF R12
      </Button>
      <Button
        {...label('PDF')}
        onClick={() =>
          void import('./sheetPdf.ts').then(async ({ sheetPdf }) =>
            saveFile((await sheetPdf([sheet()])) as BlobPart, 'application/pdf', `${name}.pdf`),
          )
        }
      >
        PDF
      </Button>
    </>
  );
}
