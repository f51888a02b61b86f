import type { ArrangementInWork } from './arrangement-in-work.svelte';
import type { BenchSelection } from './bench-selection.svelte';

/** What editing needs of an open arrangement: the document and what was made of it, and what is selected. */
export interface Editable {
  readonly work: Pick<
    ArrangementInWork,
    'document' | 'arrangement' | 'make' | 'pin' | 'foresee' | 'textureChoices' | 'choose'
  >;
  readonly selection: Pick<
    BenchSelection,
    'note' | 'noteId' | 'range' | 'brush' | 'selectedSources' | 'stepNote'
  >;
}
