import { defineEntity, p } from '@mikro-orm/core';

/** What is known of the database itself: `revision`, the last one given out, and `history`, the name of its past. */
export const LedgerEntity = defineEntity({
  name: 'LedgerEntity',
  tableName: 'ledger',
  properties: { name: p.string().length(20).primary(), value: p.text() },
});
