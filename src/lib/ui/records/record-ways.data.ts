import { MOST_NAME, MOST_TITLE } from '$lib/core/text/names';
import type { RecordKind } from '../api/api';

interface RecordWays {
  readonly word: string;
  readonly nameLabel: string;
  readonly longest: number;
  readonly canCopy: boolean;
  readonly canArchive: boolean;
  readonly href: (id: string) => string;
}

/**
 * What can be done with each kind of record beside renaming and deleting. An edition is printed paper and a lesson a day that was:
 * of them there is only one.
 */
export const RECORD_WAYS: Readonly<Record<RecordKind, RecordWays>> = {
  piece: {
    ...{ word: 'piece', nameLabel: 'Title', longest: MOST_TITLE, canCopy: true, canArchive: true },
    href: (id) => `/pieces/${id}`,
  },
  arrangement: {
    ...{ word: 'arrangement', nameLabel: 'Name', longest: MOST_NAME, canCopy: true, canArchive: true },
    href: (id) => `/bench/${id}`,
  },
  edition: {
    ...{ word: 'edition', nameLabel: 'Name beside its number', longest: MOST_NAME },
    ...{ canCopy: false, canArchive: true },
    href: (id) => `/handouts/${id}`,
  },
  learner: {
    ...{
      word: 'learner',
      nameLabel: 'Name or nickname',
      longest: MOST_NAME,
      canCopy: true,
      canArchive: true,
    },
    href: (id) => `/learners/${id}`,
  },
  lesson: {
    ...{ word: 'lesson', nameLabel: 'Name', longest: MOST_NAME, canCopy: false, canArchive: false },
    href: (id) => `/lessons/${id}`,
  },
  import: {
    ...{ word: 'file of entries', nameLabel: 'Name', longest: MOST_NAME, canCopy: false, canArchive: false },
    href: (id) => `/learners/${id}/log`,
  },
};
