import type { HandSize } from '../hands/reach';
import type { Material } from '../analyse/material';
import type { ArrangingRules } from './rules';
import { hasPins, type MeasurePins } from './measure-pins';
import { rungAt } from '../limits/rungs';
import type { SolvedRung, Wishes } from './rung-task';
import { atTempo, tempoByRung } from './tempo-by-rung';
import { RungSolver } from './solve-rung';

export interface LadderTask {
  readonly material: Material;
  readonly rules: ArrangingRules;
  readonly size: HandSize;
  readonly wishes: Wishes;
}

interface Climbed {
  readonly solver: RungSolver;
  readonly solved: SolvedRung;
}

/** Rungs already solved without pins, by what was asked. */
const climbed = new WeakMap<Material, Map<string, Map<number, Climbed>>>();

/**
 * The rung at a place of the ladder. The rungs above are solved first, without pins, from the top down: each bears on the
 * one below it, which may weigh no more in any measure. They are kept, so that a pin works out its own measure only.
 */
export function climbLadder(task: LadderTask, place: number, pins: MeasurePins): SolvedRung {
  const own = Math.min(task.rules.rungs.length, Math.max(1, place));
  const { solver, solved } = climbTo(task, own);
  return hasPins(pins) ? solver.pinned(solved, pins) : solved;
}

/** The rungs above a place, the top one first, each without pins. */
export function rungsAbove(task: LadderTask, place: number): readonly SolvedRung[] {
  const top = task.rules.rungs.length;
  return Array.from({ length: Math.max(0, top - place) }, (_, index) => climbTo(task, top - index).solved);
}

function climbTo(task: LadderTask, place: number): Climbed {
  const asked = JSON.stringify([task.rules, task.size, task.wishes]);
  const byAsked = climbed.get(task.material) ?? new Map<string, Map<number, Climbed>>();
  climbed.set(task.material, byAsked);
  const known = byAsked.get(asked) ?? new Map<number, Climbed>();
  byAsked.set(asked, known);
  for (let each = task.rules.rungs.length; each >= place; each -= 1) {
    if (known.has(each)) continue;
    const rung = rungAt(task.rules.rungs, each);
    const { isPaced, settingAt } = task.wishes;
    const material = isPaced
      ? atTempo(task.material, tempoByRung(task.material, rung, each, settingAt))
      : task.material;
    const above = known.get(each + 1)?.solved ?? null;
    const solver = new RungSolver({ ...task, material, place: each, above });
    known.set(each, { solver, solved: solver.solve() });
  }
  return known.get(place)!;
}

/** Measures that were made so many rungs easier (−) or richer (+), by measure of the source, take what another rung plays there. */
export function easedChoices(
  task: LadderTask,
  place: number,
  by: ReadonlyMap<number, number>,
  sourceMeasure: readonly number[],
  solved: SolvedRung,
): SolvedRung {
  if (by.size === 0) return solved;
  const top = task.rules.rungs.length;
  const choices = [...solved.choices];
  const candidates = [...solved.candidates];
  const voicings = { left: [...solved.voicings.left], right: [...solved.voicings.right] };
  for (const [index, source] of sourceMeasure.entries()) {
    const shift = by.get(source) ?? 0;
    if (shift === 0) continue;
    const other = climbTo(task, Math.min(top, Math.max(1, place + shift))).solved;
    choices[index] = other.choices[index]!;
    candidates[index] = other.candidates[index]!;
    for (const hand of ['left', 'right'] as const) voicings[hand][index] = other.voicings[hand][index]!;
  }
  return { ...solved, choices, candidates, voicings };
}
