import { readPitch, type Pitch } from '../pitch/pitch';
import { TICKS_PER_WHOLE, ticks, type Ticks } from '../units';
import type { Tuplet } from './model';

/** One event of the text notation: a chord (one pitch or more), or a rest when there is none. */
export interface TextEvent {
  readonly pitches: readonly Pitch[];
  readonly isRest: boolean;
  readonly at: Ticks;
  readonly duration: Ticks;
  readonly isTied: boolean;
  readonly tuplet: Tuplet | null;
}

export type TextReading =
  | { readonly ok: true; readonly events: readonly TextEvent[]; readonly length: Ticks }
  | { readonly ok: false; readonly code: 'bad-notation'; readonly at: number; readonly message: string };

const TOKEN = /\s+|\||(\d+)\[|\]|(\([^)]*\)|[^\s|[\]():~]+)?(?::(\d+)\/(\d+))?(~?)/y;

/**
 * Reads the shared text notation for fixtures and the command line: `C4:1/4 D4:1/8 r:1/8 (E4 G4):1/2 | 3[C4:1/8 D4:1/8
 * E4:1/8]`. Lengths are fractions of a whole note, a quarter when left out; `~` ties; `|` is ignored. A bare length
 * (`1/4`) is a note whose pitch does not matter.
 */
export function readNotation(text: string): TextReading {
  const events: TextEvent[] = [];
  let at = 0;
  let tuplet: Tuplet | null = null;
  let position = 0;
  while (position < text.length) {
    TOKEN.lastIndex = position;
    const match = TOKEN.exec(text);
    if (!match || match[0].length === 0) return fault(text, position, 'This cannot be read');
    const [token, tupletSize, content, numerator, denominator, tie] = match;
    if (tupletSize !== undefined) {
      const actual = Number(tupletSize);
      const normal = 2 ** Math.floor(Math.log2(actual));
      if (actual < 2 || tuplet) return fault(text, position, 'A tuplet cannot start here');
      tuplet = { id: `t${position}`, actual, normal: normal === actual ? (actual / 2) * 3 : normal };
    } else if (token === ']') {
      if (!tuplet) return fault(text, position, 'No tuplet is open here');
      tuplet = null;
    } else if (content !== undefined || numerator !== undefined) {
      const bare = /^(\d+)\/(\d+)$/.exec(content ?? '');
      const whole = Number(numerator ?? bare?.[1] ?? 1) / Number(denominator ?? bare?.[2] ?? 4);
      const duration = Math.round((TICKS_PER_WHOLE * whole * (tuplet?.normal ?? 1)) / (tuplet?.actual ?? 1));
      if (!(duration > 0) || !Number.isFinite(duration))
        return fault(text, position, 'This length is not a fraction of a whole note');
      const names =
        bare || content === 'r' || content === undefined
          ? []
          : content.replace(/[()]/g, '').trim().split(/\s+/);
      const pitches = names.map(readPitch);
      const bad = pitches.indexOf(null);
      if (bad >= 0) return fault(text, position, `“${names[bad]}” is not a note`);
      events.push({
        pitches: pitches as Pitch[],
        isRest: content === 'r',
        at: ticks(at),
        duration: ticks(duration),
        isTied: tie === '~',
        tuplet,
      });
      at += duration;
    }
    position += token.length;
  }
  if (tuplet) return fault(text, text.length, 'The last tuplet is not closed');
  return { ok: true, events, length: ticks(at) };
}

function fault(text: string, at: number, reason: string): TextReading {
  const shown = text.slice(at, at + 12);
  return {
    ok: false,
    code: 'bad-notation',
    at,
    message: `${reason} (character ${at + 1}${shown ? `: “${shown}”` : ''}).`,
  };
}
