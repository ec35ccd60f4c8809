import Button from '@mui/material/Button';
import { useRef, useState } from 'react';
import { api } from '../hooks/api.ts';
import { ApiProblem } from '../hooks/problem.ts';
import css from './fields.module.css';

/** Longest edge that is kept, px: writing on a plug can be read, and a shop of photos fits into one file. */
const EDGE_PX = 1600;
const QUALITY = 0.85;

/** A photo as it is kept: no larger than is read later, as a JPEG. */
async function smaller(file: Blob): Promise<Blob> {
  const picture = await createImageBitmap(file);
  const scale = Math.min(1, EDGE_PX / Math.max(picture.width, picture.height));
  const canvas = document.createElement('canvas');
  canvas.width = Math.max(1, Math.round(picture.width * scale));
  canvas.height = Math.max(1, Math.round(picture.height * scale));
  canvas.getContext('2d')!.drawImage(picture, 0, 0, canvas.width, canvas.height);
  picture.close();
  return new Promise((done, fail) =>
    canvas.toBlob((blob) => (blob ? done(blob) : fail(new Error('no picture'))), 'image/jpeg', QUALITY),
  );
}

const isPaper = (file: File) => file.type === 'application/pdf';

/** A photo, or a paper where one is taken, kept in the database; seen small, opened large. */
export function PictureField({
  label,
  id,
  papers = false,
  onChange,
}: {
  /** “Photo of the plug”. */
  readonly label: string;
  readonly id: string | undefined;
  /** A PDF is taken too. */
  readonly papers?: boolean;
  readonly onChange: (id: string | undefined) => void;
}) {
  const input = useRef<HTMLInputElement>(null);
  const [told, setTold] = useState<string>();
  const [seen, setSeen] = useState(true);
  const take = async (file: File | undefined) => {
    if (!file) return;
    setTold('Being kept …');
    try {
      const kept = await api.keepPicture(isPaper(file) && papers ? file : await smaller(file));
      setTold(undefined);
      setSeen(true);
      onChange(kept.id);
    } catch (error) {
      setTold(
        error instanceof ApiProblem
          ? error.message
          : `“${file.name}” is no picture that can be read: take a JPEG, a PNG or a WebP${papers ? ', or a PDF' : ''}.`,
      );
    }
  };
  return (
    <div className={css['picture']}>
      {id !== undefined && (
        <a href={api.pictureUrl(id)} target="_blank" rel="noreferrer">
          {seen ? <img src={api.pictureUrl(id)} alt={label} onError={() => setSeen(false)} /> : label}
        </a>
      )}
      <input
        ref={input}
        type="file"
        hidden
        tabIndex={-1}
        aria-label={label}
        accept={`image/*${papers ? ',application/pdf' : ''}`}
        onChange={(e) => {
          void take(e.target.files?.[0]);
          e.target.value = '';
        }}
      />
      <Button onClick={() => input.current?.click()}>{id === undefined ? label : 'Another'}</Button>
      {id !== undefined && <Button onClick={() => onChange(undefined)}>Remove</Button>}
      {told !== undefined && <span aria-live="polite">{told}</span>}
    </div>
  );
}
