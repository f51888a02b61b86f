/**
 * The stages a section goes through, in the usual order; teachers choose and reorder them. `share` is the tempo at which a
 * stage is passed, as a share of the target in hundredths; null where there is no tempo. `ladder` stages climb to it.
 */
export const STAGES = [
  { id: 'listen', label: 'Listen', needsTempo: false, share: null, ladder: false },
  { id: 'tap-count', label: 'Tap and count', needsTempo: false, share: null, ladder: false },
  { id: 'right-counts', label: 'Right hand, counting', needsTempo: true, share: 60, ladder: false },
  { id: 'right', label: 'Right hand', needsTempo: true, share: 80, ladder: false },
  { id: 'left-counts', label: 'Left hand, counting', needsTempo: true, share: 60, ladder: false },
  { id: 'left', label: 'Left hand', needsTempo: true, share: 80, ladder: false },
  { id: 'blocked', label: 'Blocked chords', needsTempo: false, share: null, ladder: false },
  { id: 'with-teacher', label: 'With the teacher', needsTempo: true, share: 60, ladder: false },
  { id: 'slow-together', label: 'Together, slowly', needsTempo: true, share: 50, ladder: false },
  { id: 'together', label: 'Together', needsTempo: true, share: 80, ladder: true },
  { id: 'pedal', label: 'With pedal', needsTempo: true, share: 80, ladder: false },
  { id: 'sing', label: 'Sing and play', needsTempo: true, share: 80, ladder: false },
  { id: 'at-tempo', label: 'At tempo', needsTempo: true, share: 100, ladder: true },
  { id: 'memory', label: 'From memory', needsTempo: true, share: 100, ladder: false },
] as const;

export type Stage = (typeof STAGES)[number];
export type StageId = Stage['id'];
export const STAGE_IDS = STAGES.map((stage) => stage.id) as [StageId, ...StageId[]];

export function stageOf(id: StageId): Stage {
  return STAGES.find((stage) => stage.id === id)!;
}
