import { describe, expect, it } from 'vitest';
import { keyOf } from '../pitch/key';
import { readPitch, readSpelling } from '../pitch/pitch';
import { AccidentalLedger } from './accidentals';

const key = (tonic: string) => keyOf(readSpelling(tonic)!.spelling, 'major');

/** Signs of notes measure by measure; `~` before a name: tied into. */
function signs(tonic: string, measures: string): string {
  const ledger = new AccidentalLedger(key(tonic));
  return measures
    .split('|')
    .map((measure) => {
      ledger.startMeasure(key(tonic));
      return measure
        .trim()
        .split(' ')
        .map((name) => {
          const sign = ledger.signFor(readPitch(name.replace('~', ''))!, name.startsWith('~'));
          return { none: '-', needed: 'x', reminder: 'r' }[sign];
        })
        .join('');
    })
    .join('|');
}

describe('accidentals', () => {
  it('stand where a note leaves the signature, and where it comes back', () => {
    expect(signs('C', 'F4 F#4 F#4 F4')).toBe('-x-x');
    expect(signs('G', 'F#4 F4 F#4')).toBe('-xx');
    expect(signs('F', 'B4 Bb4')).toBe('xx');
  });

  it('hold for their own line, to the barline', () => {
    expect(signs('C', 'F#4 F#5')).toBe('xx');
    expect(signs('C', 'F#4 | F#4')).toBe('x|x');
  });

  it('remind once, in the measure after', () => {
    expect(signs('C', 'F#4 | F4 F4 | F4')).toBe('x|r-|-');
    expect(signs('C', 'F#4 F4 | F4')).toBe('xx|-');
    expect(signs('C', 'F#4 | G4 | F4')).toBe('x|-|-');
  });

  it('are not written on a note that is tied into, nor do they hold from it', () => {
    expect(signs('C', 'F#4 | ~F#4 F4')).toBe('x|-r');
    expect(signs('C', '~F#4 F#4')).toBe('-x');
  });

  it('go by the signature of their own measure', () => {
    const ledger = new AccidentalLedger(key('C'));
    ledger.startMeasure(key('D'));
    expect(ledger.signFor(readPitch('F#4')!, false)).toBe('none');
    expect(ledger.signFor(readPitch('C4')!, false)).toBe('needed');
  });
});
