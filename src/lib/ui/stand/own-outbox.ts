import { api } from '../api/api';
import { Outbox } from '../lesson/outbox.svelte';

/** Marks of the stand that wait for the network, whatever page of it is open. */
export const ownOutbox = (base: string, name: string): Outbox =>
  new Outbox(
    ({ id, assignmentId, sectionId, stage, kind, tempoBpm }) =>
      api.markOwn(base, { id, assignmentId, sectionId, stage, kind, tempoBpm }),
    name,
  );
