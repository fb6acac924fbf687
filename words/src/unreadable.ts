import type { Aside } from '@hushto/contract';

/** Why a stored document is set aside, in a sentence with the remedy. */
export function unreadableWords({ why, issues }: Pick<Aside, 'why' | 'issues'>): string {
  switch (why) {
    case 'notJson':
      return 'It is not readable text any more. Take it out to look at it, or restore a backup.';
    case 'newer':
      return 'A newer Hushto wrote it. It comes back when you start that version again.';
    case 'fields': {
      const [first] = issues;
      return first ? `${first.path || 'The whole'}: ${first.message}` : 'Some of its values cannot be used.';
    }
  }
}
