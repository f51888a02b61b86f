/** Names that tell waiting marks apart in one browser: by a learner's link, and on the teacher's own machine. */
export const outboxName = {
  ofLink: (linkId: string) => `key-path-stand-${linkId}`,
  ofLearner: (learnerId: string) => `key-path-stand-of-${learnerId}`,
} as const;
