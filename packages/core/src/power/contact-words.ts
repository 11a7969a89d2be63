/** How a contact is closed and opened, and how it stands, in words. */
import type { Contact } from './contacts.ts';

export type Name = (partId: string) => string;

/** What a hand does to close a contact: `turn gate on`, `close snap ball on snap socket`. */
export function closeWords({ part, mate, closedBy }: Contact, name: Name): string {
  const own = name(part.id);
  switch (closedBy) {
    case 'hand':
      return `turn ${own} on`;
    case 'press':
      return `press ${own}`;
    case 'dark':
      return `cover the light sensor of ${own}`;
    case 'magnet':
      return mate === null ? `hold a magnet to ${own}` : `hold ${name(mate.id)} to ${own}`;
    case 'closing':
      return `close ${own} on ${mate === null ? 'its other half' : name(mate.id)}`;
    case 'tying':
      return `tie ${own} to ${mate === null ? 'the other tail' : name(mate.id)}`;
  }
}

/** How a contact stands when it is open, to stand before a reading: `gate off`, `snap ball and snap socket apart`. */
export function openState({ part, mate, closedBy }: Contact, name: Name): string {
  const own = name(part.id);
  switch (closedBy) {
    case 'hand':
      return `${own} off`;
    case 'press':
      return `${own} not pressed`;
    case 'dark':
      return `${own} in the light`;
    case 'magnet':
      return `no magnet near ${own}`;
    case 'closing':
    case 'tying':
      return mate === null ? `${own} open` : `${own} and ${name(mate.id)} apart`;
  }
}

/** How a contact stands when it is closed: `gate on`, `snap ball closed on snap socket`. */
export function closedState({ part, mate, closedBy }: Contact, name: Name): string {
  const own = name(part.id);
  switch (closedBy) {
    case 'hand':
      return `${own} on`;
    case 'press':
      return `${own} pressed`;
    case 'dark':
      return `the light sensor of ${own} covered`;
    case 'magnet':
      return mate === null ? `a magnet at ${own}` : `${name(mate.id)} at ${own}`;
    case 'closing':
      return `${own} closed on ${mate === null ? 'its other half' : name(mate.id)}`;
    case 'tying':
      return `${own} tied to ${mate === null ? 'the other tail' : name(mate.id)}`;
  }
}

/** What a hand does to open a contact, to turn the piece off: `turn gate off`, `take the magnet away from reed`. */
export function openWords({ part, mate, closedBy }: Contact, name: Name): string {
  const own = name(part.id);
  switch (closedBy) {
    case 'hand':
      return `turn ${own} off`;
    case 'press':
      return `let go of ${own}`;
    case 'dark':
      return `bring ${own} into the light`;
    case 'magnet':
      return `take ${mate === null ? 'the magnet' : name(mate.id)} away from ${own}`;
    case 'closing':
      return `open ${own}`;
    case 'tying':
      return `untie ${own}`;
  }
}
