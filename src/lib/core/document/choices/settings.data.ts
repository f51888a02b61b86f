/** What each hand is for; a section may have a setting of its own. */
export const SETTINGS = {
  solo: 'Solo',
  sing: 'Sing-along',
  study: 'Study',
  two: 'Two at the piano',
} as const;

export type Setting = keyof typeof SETTINGS;
