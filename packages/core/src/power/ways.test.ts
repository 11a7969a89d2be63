import * as fc from 'fast-check';
import { expect, test } from 'vitest';
import { UnionFind } from '../joining/union-find.ts';
import type { Contact } from './contacts.ts';
import { type Way, Ways } from './ways.ts';

/** Only told apart by identity here. */
const contactNamed = (i: number): Contact => ({ part: { id: `p${i}` } }) as Contact;

test('nets that stay one when a contact opens are those that the plain way finds', () => {
  const edge = fc.tuple(fc.integer({ min: 0, max: 11 }), fc.integer({ min: 0, max: 11 }), fc.boolean());
  void fc.assert(
    fc.property(fc.array(edge, { maxLength: 24 }), (edges) => {
      const list: Way[] = edges.map(([a, b, isContact], i) => ({
        a: `n${a}`,
        b: `n${b}`,
        contact: isContact ? contactNamed(i) : null,
      }));
      const ways = new Ways(list);
      const plain = (without: Contact | null): UnionFind => {
        const sets = new UnionFind();
        for (const { a, b, contact } of list) if (contact === null || contact !== without) sets.join(a, b);
        return sets;
      };
      for (const contact of [null, ...list.flatMap((way) => way.contact ?? [])]) {
        const sets = plain(contact);
        for (let a = 0; a < 12; a += 1)
          for (let b = a; b < 12; b += 1) {
            const [one, other] = [`n${a}`, `n${b}`];
            const areOne =
              contact === null ? ways.areOne(one, other) : ways.areOneWithout(contact, one, other);
            const should = sets.find(one) === sets.find(other);
            if (areOne !== should) expect.fail(`${one} and ${other}: ${areOne}`);
          }
      }
    }),
    { seed: 15, numRuns: 60 },
  );
});
