import type { Arrangement } from '$lib/core/arrange/arrangement';
import type { ArrangementDocument } from '$lib/core/document/document';
import type { PinChange } from '$lib/core/document/edit-pins';
import type { ArrangementStep } from '$lib/core/document/steps';
import type { Note } from '$lib/core/score/model';

/** What editing needs of an open arrangement. */
export interface Editable {
  readonly document: ArrangementDocument;
  readonly arrangement: Arrangement | null;
  readonly note: Note | null;
  noteId: string | null;
  readonly selectedSources: readonly number[];
  make(step: ArrangementStep | null): void;
  pin(change: PinChange | null): void;
  stepNote(direction: 1 | -1): void;
}
