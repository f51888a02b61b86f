import { writeFileSync } from 'node:fs';
import { arrange } from '../src/lib/core/arrange/arrange';
import { ANYONE, type ArrangeFor } from '../src/lib/core/arrange/arrange-for';
import { recordsOf } from '../src/lib/core/snags/records';
import { PEDAL_POLICIES, type PedalPolicy } from '../src/lib/core/document/choices/pedal-policies.data';
import { COLOUR_NAMES, COLOURS, type Colour } from '../src/lib/core/document/choices/colours.data';
import type { Recipe } from '../src/lib/core/document/recipe';
import { newDocument, type ArrangementDocument } from '../src/lib/core/document/document';
import { SETTINGS, type Setting } from '../src/lib/core/document/choices/settings.data';
import type { Arrangement } from '../src/lib/core/arrange/arrangement';
import { meiDocument } from '../src/lib/core/engrave/mei-document';
import type { Score } from '../src/lib/core/score/model';
import { arrangementMusicXml } from '../src/lib/core/handout/export';
import { DEFAULT_RULES } from '../src/lib/core/ladder/rules';
import { makeupOf, studySource, type SourceFacts } from '../src/lib/core/analyse/study-source';
import {
  LEFT_TEXTURES,
  RIGHT_TEXTURES,
  type LeftTexture,
  type RightTexture,
} from '../src/lib/core/document/choices/textures.data';
import { EXPORTS, writeScore, type ExportFormat } from '../src/lib/core/formats/write-score';
import { spanOf } from '../src/lib/core/hands/reach';
import { keyName, readKey } from '../src/lib/core/pitch/key';
import { readArguments, type Options } from './arguments';
import { forEachScore } from './files';
import { listNotes } from './notes';

const OPTIONS = [
  'rung',
  'setting',
  'key',
  'left',
  'right',
  'span-left',
  'span-right',
  'tempo',
  'colour',
  'pedal',
  'fingers',
  'values',
  'counts',
  'out',
];

/**
 * `arrange FILE… --rung N [--setting solo|sing|study|two] [--key G] [--left TEXTURE] [--right TEXTURE] [--span-left S]
 * [--span-right S] [--tempo Q] [--colour NAME,…|all] [--pedal POLICY] [--fingers at-shifts|every-note|none] [--values doubled] [--counts shown] [--out F.musicxml|F.mid|F.abc|F.cho|F.mei]`.
 */
export function arrangeFiles(args: readonly string[]): boolean {
  const { files, options } = readArguments(args, OPTIONS);
  const { out } = options;
  const fault = faultOf(options, files.length);
  if (fault) {
    console.error(fault);
    return false;
  }
  return forEachScore(files, (source) => {
    const facts = studySource(source);
    const arrangement = arrange(facts, documentFor(facts, options), whomFor(options));
    if (out !== undefined) {
      const format = formatOfName(out)!;
      const counts = options['counts'] === 'shown' ? arrangement.counts : [];
      writeFileSync(out, fileOf(format, arrangement.score, counts));
    }
    return {
      key: keyName(arrangement.key),
      measures: arrangement.score.measures.map((measure) => ({
        number: measure.number,
        texture: arrangement.textures[measure.index],
        right: arrangement.rightTextures[measure.index],
        load: arrangement.loads[measure.index]!.total,
        snags: arrangement.snags
          .filter((snag) => snag.measure === measure.index)
          .map((snag) => snag.sentence),
      })),
      records: recordsOf(arrangement, arrangement.score.measures),
      ...(options['score'] ? { score: listNotes(arrangement.score) } : {}),
    };
  });
}

function documentFor(facts: SourceFacts, options: Options): ArrangementDocument {
  const rung = Number(options['rung'] ?? 6);
  const plain = newDocument(makeupOf(facts), rung);
  return {
    ...plain,
    recipe: {
      ...plain.recipe,
      setting: (options['setting'] as Setting | undefined) ?? plain.recipe.setting,
      key: options['key'] ?? null,
      leftTexture: (options['left'] as LeftTexture | undefined) ?? 'by-rung',
      rightTexture: (options['right'] as RightTexture | undefined) ?? 'by-rung',
      colours: coloursIn(options['colour']),
      tempo: options['tempo'] === undefined ? null : Number(options['tempo']),
      pedal: (options['pedal'] as PedalPolicy | undefined) ?? plain.recipe.pedal,
      fingers: FINGERS[options['fingers'] ?? ''] ?? plain.recipe.fingers,
      noteValues: options['values'] === 'doubled' ? 'doubled' : 'as-written',
    },
  };
}

/** The colours of a list parted by commas, or all of them. */
function coloursIn(list: string | undefined): Colour[] {
  if (list === 'all') return [...COLOUR_NAMES];
  return (list ?? '').split(',').filter((name): name is Colour => name in COLOURS);
}

/** What can be asked of fingers, as the recipe has it. */
const FINGERS: Readonly<Record<string, Recipe['fingers']>> = {
  'at-shifts': 'at-shifts',
  'every-note': 'every-note',
  none: 'hidden',
};

function whomFor(options: Options): ArrangeFor {
  const span = (name: string) => {
    const given = options[name];
    return given === undefined ? ANYONE.size.right : spanOf(Number(given));
  };
  return { ...ANYONE, size: { right: span('span-right'), left: span('span-left') } };
}

function faultOf(options: Options, files: number): string | null {
  const { key, left, right, out, rung, setting } = options;
  const most = DEFAULT_RULES.rungs.length;
  if (rung !== undefined && !(Number.isInteger(Number(rung)) && Number(rung) >= 1 && Number(rung) <= most))
    return `A rung is a whole number from 1 to ${most}.`;
  if (setting !== undefined && !(setting in SETTINGS))
    return `The setting can be ${Object.keys(SETTINGS).join(', ')}.`;
  if (key !== undefined && !readKey(key)) return `“${key}” is no key; write G, Bb or F#m.`;
  if (left !== undefined && !LEFT_TEXTURES.includes(left as LeftTexture))
    return `The left hand can be ${LEFT_TEXTURES.join(', ')}.`;
  if (right !== undefined && !RIGHT_TEXTURES.includes(right as RightTexture))
    return `The right hand can be ${RIGHT_TEXTURES.join(', ')}.`;
  const { pedal, fingers } = options;
  if (pedal !== undefined && !Object.hasOwn(PEDAL_POLICIES, pedal))
    return `The pedal can be ${Object.keys(PEDAL_POLICIES).join(', ')}.`;
  if (fingers !== undefined && !Object.hasOwn(FINGERS, fingers))
    return `Fingers can be ${Object.keys(FINGERS).join(', ')}.`;
  const { colour } = options;
  if (colour !== undefined && colour !== 'all' && colour.split(',').some((each) => !(each in COLOURS)))
    return `Colours can be all or, parted by commas, ${COLOUR_NAMES.join(', ')}.`;
  for (const name of ['span-left', 'span-right', 'tempo']) {
    const value = options[name];
    const [least, greatest] = name === 'tempo' ? [20, 300] : [5, 24];
    if (value !== undefined && !(Number(value) >= least && Number(value) <= greatest))
      return `--${name} is a number from ${least} to ${greatest}.`;
  }
  if (out !== undefined && files !== 1) return '--out takes one file.';
  if (out !== undefined && !formatOfName(out))
    return '--out writes .musicxml, .mid, .abc, .cho or .mei, told by the name of the file.';
  return null;
}

function fileOf(
  format: ExportFormat | 'mei',
  score: Score,
  counts: Arrangement['counts'],
): string | Uint8Array {
  if (format === 'mei') return meiDocument(score, counts);
  return format === 'musicxml' ? arrangementMusicXml(score, counts) : writeScore(score, format);
}

function formatOfName(name: string): ExportFormat | 'mei' | null {
  if (name.toLowerCase().endsWith('.mei')) return 'mei';
  const found = Object.entries(EXPORTS).find(([, { extension }]) =>
    name.toLowerCase().endsWith(`.${extension}`),
  );
  return found ? (found[0] as ExportFormat) : /\.xml$/i.test(name) ? 'musicxml' : null;
}
