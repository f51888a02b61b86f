/** What the application says where a stretch, tempo, repetition or minutes could strain. */
export const CAUTIONS = {
  loose: 'Play with a loose arm, and stop to rest it before it tires.',
  reach: 'Never force a reach: release, roll or re-voice.',
  pain: 'Pain, swelling, numbness, tingling or weakness means stop and ask a doctor or hand therapist; a child tells an adult. This is not medical advice.',
  seat: 'Sit so that the forearms are level and the feet rest on the floor or a stool.',
  feet: 'A child uses a footstool and leaves the pedal until the heel stays on the floor.',
  ears: 'Keep headphones low enough to hear a voice beside you, and rest the ears.',
  rights:
    'Arranging, copying or performing someone’s music may need permission: the law where you are and the rights holder decide.',
  children: 'Teaching children: follow local rules on consent and safeguarding.',
} as const;

export type Caution = keyof typeof CAUTIONS;
