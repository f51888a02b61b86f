import { arrange } from '../src/lib/core/arrange/arrange';
import { ANYONE } from '../src/lib/core/arrange/arrange-for';
import { newDocument } from '../src/lib/core/document/document';
import { makeupOf, studySource } from '../src/lib/core/analyse/study-source';
import { PEDAL_POLICY_NAMES, type PedalPolicy } from '../src/lib/core/document/choices/pedal-policies.data';
import { pitchName } from '../src/lib/core/pitch/pitch';
import { readArguments } from './arguments';
import { forEachScore } from './files';
import { quarters } from './notes';

const POLICIES = ['by-texture', ...PEDAL_POLICY_NAMES] as const;

/** `pedal FILE… [--policy NAME]`: down and up points of the piece as it is written, in quarters from its start. */
export function pedalFiles(args: readonly string[]): boolean {
  const { files, options } = readArguments(args, ['policy']);
  const policy = options['policy'] ?? 'by-texture';
  if (!isPolicy(policy)) {
    console.error(`The policy can be ${POLICIES.join(', ')}.`);
    return false;
  }
  return forEachScore(files, (score) => {
    const facts = studySource(score);
    const plain = newDocument(makeupOf(facts), 6);
    const setting = makeupOf(facts).hasTune ? 'study' : plain.recipe.setting;
    const made = arrange(
      facts,
      { ...plain, recipe: { ...plain.recipe, setting, pedal: policy, fingers: 'hidden' } },
      ANYONE,
    );
    return {
      policy,
      measures: made.pedal.map((own, index) => ({
        number: made.score.measures[index]!.number,
        policy: own.policy,
        reason: own.sentence,
        spans: own.spans.map(({ down, up }) => ({ down: quarters(down), up: quarters(up) })),
        mud: own.mud && {
          low: pitchName(own.mud.low),
          high: pitchName(own.mud.high),
          roughness: own.mud.thousandths / 1000,
        },
      })),
    };
  });
}

function isPolicy(name: string): name is PedalPolicy | 'by-texture' {
  return (POLICIES as readonly string[]).includes(name);
}
