import { readFileSync } from 'node:fs';
import { library, second, tug } from '../../../../core/test/demo.ts';
import { assess, type Build, type Candidate, type Listing } from '@sable/core';
import { candidateFrom, gearboxesFor, reckonedFor } from './candidateFrom.ts';

const of = (id: string, build: Build = tug) => build.candidates.find((c) => c.id === id)!;
const withRoom: Build = { ...tug, candidates: tug.candidates.slice(0, 4) };
const offers = JSON.parse(
  readFileSync(new URL('../../../../server/src/demo/listings.json', import.meta.url), 'utf8'),
) as readonly Listing[];
const offer = (more: Partial<Listing>): Listing => ({ ...offers[0]!, ...more });
const alone = offer({ kind: 'engine', engineId: of('b').engineId, missing: [] });
const strip = ({ id: _i, letter: _l, name: _n, bought: _b, partIds: _p, gearboxId: _g, ...rest }: Candidate) => rest;

describe('whom an offer is reckoned for', () => {
  test('the current candidate where it has that engine', () => {
    for (const c of tug.candidates) expect(reckonedFor(tug, offer({ engineId: c.engineId }), c)).toBe(c);
  });
  test('else the first that has it, else nobody', () => {
    expect(reckonedFor(tug, alone, undefined)).toBe(tug.candidates.find((c) => c.engineId === alone.engineId));
    expect(reckonedFor(tug, offer({ engineId: 'nobody-knows' }), of('a'))).toBeUndefined();
    expect(reckonedFor(second, alone, undefined)).toBeUndefined();
  });
});

describe('gearboxes to offer for it', () => {
  test('its own comes first where it brings one, and is not named where it is missing', () => {
    const own = library.gearboxes.at(-1)!.id;
    const set = offer({ kind: 'set', engineId: of('b').engineId, gearboxId: own, missing: [] });
    expect(gearboxesFor(tug, library, set)[0]).toBe(own);
    const without = gearboxesFor(tug, library, { ...set, missing: ['gearbox'] });
    expect(without[0]).toBe(of('b').gearboxId);
    expect(gearboxesFor(tug, library, { ...set, kind: 'engine' })[0]).toBe(of('b').gearboxId);
  });
  test('none is named twice, and there is always one', () => {
    for (const listing of offers) {
      const ids = gearboxesFor(tug, library, listing);
      expect(new Set(ids).size).toBe(ids.length);
      expect(ids.length).toBeGreaterThan(0);
      expect(gearboxesFor(second, library, listing).length).toBeGreaterThan(0);
    }
  });
});

describe('a candidate from an offer', () => {
  test('is built as the one that has the same engine: dressing, place, mounts, tyres', () => {
    const model = of('b');
    const made = candidateFrom(withRoom, library, alone, model.gearboxId, [])!;
    expect(strip(made)).toEqual(strip(model));
    expect(made.partIds).toEqual(model.partIds);
    expect(made.bought).toEqual({ listing: alone, besides: [] });
    expect(withRoom.candidates.map((c) => c.id)).not.toContain(made.id);
    expect(withRoom.candidates.map((c) => c.letter)).not.toContain(made.letter);
  });
  test('behind another gearbox it leaves out the parts that belong to the old one, and no other', () => {
    const model = of('b');
    const other = library.gearboxes.find((g) => g.id !== model.gearboxId)!;
    const made = candidateFrom(withRoom, library, alone, other.id, [])!;
    expect(made.gearboxId).toBe(other.id);
    const classOf = (id: string) => library.parts.find((p) => p.id === id)!.class;
    const left = model.partIds.filter((id) => !made.partIds.includes(id));
    expect(left.length).toBeGreaterThan(0);
    for (const id of left)
      expect(['adapter plate', 'flywheel', 'clutch kit', 'crossmember', 'propshaft', 'shifter kit']).toContain(
        classOf(id),
      );
    for (const id of made.partIds) expect(model.partIds).toContain(id);
  });
  test('with an engine that nobody in the line-up has it is bare but whole', () => {
    const engine = library.engines.find((e) => !withRoom.candidates.some((c) => c.engineId === e.id))!;
    const made = candidateFrom(withRoom, library, offer({ engineId: engine.id }), of('a').gearboxId, [])!;
    expect(made).toMatchObject({ engineId: engine.id, gearboxId: of('a').gearboxId, partIds: [] });
    expect(assess({ ...withRoom, candidates: [...withRoom.candidates, made] }, made, library).candidateId).toBe(
      made.id,
    );
  });
  test('is named as the advert is, as far as a name goes', () => {
    const long = candidateFrom(withRoom, library, { ...alone, title: 'x'.repeat(300) }, of('b').gearboxId, [])!;
    expect(long.name).toBe('x'.repeat(120));
  });
  test('a full line-up takes no more, and an engine that the library lacks is not made up', () => {
    const letters = [...'ABCDEFGHIJKLMNOPQRSTUVWXYZ'];
    const full = { ...tug, candidates: letters.map((letter) => ({ ...of('b'), id: letter.toLowerCase(), letter })) };
    expect(candidateFrom(full, library, alone, of('b').gearboxId, [])).toBeUndefined();
    expect(
      candidateFrom(withRoom, library, { ...alone, engineId: 'nobody-knows' }, of('b').gearboxId, []),
    ).toBeUndefined();
  });
  test('the other ways to buy it are kept with it', () => {
    const made = candidateFrom(withRoom, library, alone, of('b').gearboxId, [offers[1]!])!;
    expect(made.bought!.besides).toEqual([offers[1]]);
  });
});
