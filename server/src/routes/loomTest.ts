import { LoomReading } from '@sable/core';
import { Type } from 'typebox';
import type { App } from '../http/app.ts';
import type { Db } from '../db/db.ts';
import { Problem } from '../http/problem.ts';
import { answers } from '../http/schemas.ts';
import { simulatedLoomTester } from '../standins/loomTester.ts';
import { readBuild } from '../store/buildStore.ts';

/** Every wire of a candidate’s schedule as a loom tester finds it. */
export function loomTestRoutes(app: App, db: Db): void {
  app.get(
    '/builds/:id/candidates/:candidateId/loom-test',
    {
      schema: {
        summary: 'The wires of a candidate, as the loom tester finds them',
        params: Type.Object({ id: Type.String(), candidateId: Type.String() }),
        response: answers(Type.Array(LoomReading)),
      },
    },
    async (request) => {
      const { id, candidateId } = request.params;
      const { build } = await readBuild(db, id);
      const candidate = build.candidates.find((c) => c.id === candidateId);
      if (!candidate) throw new Problem(404, `The build has no candidate “${candidateId}”.`);
      const tester = simulatedLoomTester(`${id} ${candidateId}`);
      return [...(await tester.test(candidate.wiring?.splices ?? []))];
    },
  );
}
