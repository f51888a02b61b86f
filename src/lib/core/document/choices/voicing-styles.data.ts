export const VOICING_STYLES = {
  nearest: 'nearest inversion',
  root: 'root position',
  'same-shape': 'same shape for the same chord',
} as const;

export type VoicingStyle = keyof typeof VOICING_STYLES;
