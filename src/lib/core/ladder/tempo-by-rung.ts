import type { Material } from '../analyse/material';
import type { Setting } from '../document/choices/settings.data';
import { mostTenths } from '../limits/speed';
import type { Rung } from '../limits/registry';
import { beatsOf } from '../score/time';
import { TICKS_PER_QUARTER } from '../units';

/** The slowest that a rung takes a piece, as a share of its own tempo: on the first two rungs, and above them. */
const SLOWEST = { firstRungs: 1 / 2, above: 2 / 3 } as const;
const FIRST_RUNGS = 2;

/**
 * The tempo of a rung in quarters a minute: the piece's own or, where the tune's beats would come faster than the rung allows,
 * the fastest that keeps them, but not under half of it (two thirds from the third rung on). A singer's tempo stays. O(notes).
 */
export function tempoByRung(
  material: Material,
  rung: Rung,
  place: number,
  settingAt: readonly Setting[],
): number {
  if (settingAt.includes('sing')) return material.tempo;
  const slowest = material.tempo * (place <= FIRST_RUNGS ? SLOWEST.firstRungs : SLOWEST.above);
  const fastest = material.measures.reduce((least, { measure, offset, tune }) => {
    const most = mostTenths(measure.time, rung);
    const beats = new Set(beatsOf(measure.time).map((beat) => beat.at as number));
    const onBeats = new Set(
      tune.notes
        .filter((note) => !note.grace && !material.heldFrom.has(note.id))
        .map((note) => note.at - measure.start + offset)
        .filter((place) => beats.has(place)),
    ).size;
    if (most === null || onBeats <= 1) return least;
    const quarters = measure.length / TICKS_PER_QUARTER;
    return Math.min(least, ((most / 10) * 60 * quarters) / onBeats);
  }, material.tempo);
  return fastest >= material.tempo ? material.tempo : Math.max(Math.ceil(slowest), Math.floor(fastest));
}

const paced = new WeakMap<Material, Map<number, Material>>();

/** The same music at another tempo; the same object for the same tempo. */
export function atTempo(material: Material, tempo: number): Material {
  if (tempo === material.tempo) return material;
  const known = paced.get(material) ?? new Map<number, Material>();
  paced.set(material, known);
  const made = known.get(tempo) ?? {
    ...material,
    tempo,
    measures: material.measures.map((each) => ({
      ...each,
      lengthMs: Math.round((each.lengthMs * material.tempo) / tempo),
    })),
  };
  known.set(tempo, made);
  return made;
}
