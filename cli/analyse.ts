import { analyseScore } from '../src/lib/core/analyse/analyse';
import { degreeName, degreeOf } from '../src/lib/core/analyse/degrees';
import { chordName } from '../src/lib/core/pitch/chord';
import { keyName } from '../src/lib/core/pitch/key';
import { pitchName } from '../src/lib/core/pitch/pitch';
import { readArguments } from './arguments';
import { forEachScore } from './files';
import { quarters } from './notes';

/** `analyse FILE…`: key, chords, tune, form and spelling of each piece, with what each rests on. */
export function analyseFiles(args: readonly string[]): boolean {
  const { files } = readArguments(args, []);
  return forEachScore(files, (score) => {
    const { key, passages, chords, tune, form, misspellings, voicings, outsideNotes } = analyseScore(score);
    const number = (measure: number) => score.measures[measure]?.number ?? '';
    const inTune = new Set(tune.notes);
    return {
      key: keyName(key.key),
      keyConfidence: key.confidence,
      keyReason: key.reason,
      passages: passages.map((each) => ({
        from: number(each.from),
        to: number(each.to),
        key: keyName(each.key),
      })),
      chords: chords.map(({ symbol, duration, origin, isProbable, roman, isOutsideKey, dissent }) => ({
        measure: number(symbol.measure),
        onset: quarters(symbol.at),
        duration: quarters(duration),
        chord: chordName(symbol.chord),
        degree: symbol.chord.kind === 'chord' ? degreeName(degreeOf(symbol.chord.root, key.key)) : null,
        roman,
        given: origin === 'given',
        probable: isProbable,
        outsideKey: isOutsideKey,
        ...(dissent ? { notesSay: chordName(dissent.chord) } : {}),
      })),
      tune: {
        confidence: tune.confidence,
        places: tune.places.map((place) => ({
          from: number(place.from),
          to: number(place.to),
          part: score.parts[place.part]?.id ?? '',
          staff: place.staff + 1,
          reason: place.reason,
        })),
        notes: score.notes
          .filter((note) => inTune.has(note.id))
          .map((note) => ({
            id: note.id,
            measure: number(note.measure),
            onset: quarters(note.at),
            duration: quarters(note.duration),
            pitch: pitchName(note.pitch),
          })),
      },
      form: {
        pattern: form.pattern.join(' '),
        origin: form.origin,
        sections: form.sections.map((section) => ({
          name: section.name,
          label: section.label.replaceAll('′', "'"),
          from: number(section.from),
          to: number(section.to),
          repeats: form.sections.find((each) => each.id === section.repeats)?.name ?? null,
          transposedBy: section.transposedBy,
          except: section.differences.map((each) => number(each.measure)),
          inside: section.inner.map((each) => ({
            from: number(each.from),
            to: number(each.to),
            as: { from: number(each.asFrom), to: number(each.asTo) },
            except: each.except.map(number),
          })),
          pickup: `${section.pickupQuarters}`,
        })),
        worth: form.worth,
      },
      spelling: misspellings.map((each) => ({
        measure: number(each.measure),
        written: pitchName(each.written),
        better: pitchName(each.better),
        sentence: each.sentence,
      })),
      voicedTwoWays: voicings.map((each) => ({
        chord: each.chord,
        hand: each.hand,
        measures: each.measures.map(number),
      })),
      outsideNotes: outsideNotes.map((note) => ({
        measure: number(note.measure),
        pitch: pitchName(note.pitch),
      })),
    };
  });
}
