import { defineEntity, p } from '@mikro-orm/core';

/** A device of the network that was paired: only the hash of what it shows us is kept. */
export const PairedEntity = defineEntity({
  name: 'PairedEntity',
  tableName: 'paired',
  properties: {
    id: p.string().length(36).primary(),
    tokenHash: p.string().length(64).unique(),
    name: p.string().length(60),
    pairedAt: p.datetime(),
    seenAt: p.datetime(),
    expiresAt: p.datetime(),
    /** When it was sent away: it is told so, and forgets what it has. */
    removedAt: p.datetime().nullable(),
  },
});
