import { MOST_PICTURE_BYTES, PICTURE_TYPES, PictureId } from '@sable/core';
import { Type } from 'typebox';
import type { App } from '../http/app.ts';
import type { Db } from '../db/db.ts';
import { Problem } from '../http/problem.ts';
import { answers, answersBytes } from '../http/schemas.ts';
import { keepPicture, readPicture } from '../store/pictureStore.ts';

/** Photos of plugs, receipts of lines: kept by their bytes, so what a build refers to is there after every undo. */
export function pictureRoutes(app: App, db: Db): void {
  // Read whole up to twice what is kept, so that one somewhat too large is told its size.
  app.addContentTypeParser(
    [...PICTURE_TYPES],
    { parseAs: 'buffer', bodyLimit: 2 * MOST_PICTURE_BYTES },
    (_request, body, done) => done(null, body),
  );

  app.post(
    '/pictures',
    {
      bodyLimit: 2 * MOST_PICTURE_BYTES,
      schema: {
        summary: `Keep a photo or a receipt (${PICTURE_TYPES.join(', ')})`,
        response: answers(Type.Object({ id: PictureId }), 201),
      },
    },
    async (request, reply) => {
      const type = PICTURE_TYPES.find((t) => t === request.headers['content-type']?.split(';', 1)[0]?.trim());
      if (type === undefined || !Buffer.isBuffer(request.body))
        throw new Problem(415, 'A photo is a JPEG, a PNG or a WebP, a paper may be a PDF.');
      const id = await keepPicture(db, type, request.body);
      reply.code(201);
      return { id };
    },
  );

  app.get(
    '/pictures/:id',
    {
      schema: {
        summary: 'A photo or a receipt',
        params: Type.Object({ id: PictureId }),
        response: answersBytes(PICTURE_TYPES),
      },
    },
    async (request, reply) => {
      const { type, bytes } = await readPicture(db, request.params.id);
      // No browser shows a paper in a sandbox: it is saved instead.
      if (type === 'application/pdf')
        reply.header('content-disposition', `attachment; filename="${request.params.id.slice(0, 12)}.pdf"`);
      return reply
        .header('cache-control', 'private, max-age=31536000, immutable')
        .header('content-security-policy', "default-src 'none'; style-src 'unsafe-inline'; sandbox")
        .type(type)
        .send(bytes);
    },
  );
}
