/** The stages a section goes through, in the usual order; teachers choose and reorder them. */
export const STAGES = [
  { id: 'listen', label: 'Listen', needsTempo: false },
  { id: 'tap-count', label: 'Tap and count', needsTempo: false },
  { id: 'right-counts', label: 'Right hand, counting', needsTempo: true },
  { id: 'right', label: 'Right hand', needsTempo: true },
  { id: 'left-counts', label: 'Left hand, counting', needsTempo: true },
  { id: 'left', label: 'Left hand', needsTempo: true },
  { id: 'blocked', label: 'Blocked chords', needsTempo: false },
  { id: 'with-teacher', label: 'With the teacher', needsTempo: true },
  { id: 'slow-together', label: 'Together, slowly', needsTempo: true },
  { id: 'together', label: 'Together', needsTempo: true },
  { id: 'pedal', label: 'With pedal', needsTempo: true },
  { id: 'sing', label: 'Sing and play', needsTempo: true },
  { id: 'at-tempo', label: 'At tempo', needsTempo: true },
  { id: 'memory', label: 'From memory', needsTempo: true },
] as const;

export type StageId = (typeof STAGES)[number]['id'];
export const STAGE_IDS = STAGES.map((stage) => stage.id) as [StageId, ...StageId[]];
