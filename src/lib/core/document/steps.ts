import { isSameRecord } from '../score/same-record';
import { z } from 'zod';
import { sectionSchema, type ArrangementDocument } from './document';
import { pinSchema, type Pin } from './pins/registry';
import { recipeFields, type Recipe } from './recipe';

const recipePart = recipeFields.partial();

export const stepSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('recipe'), from: recipePart, to: recipePart }),
  z.object({
    kind: z.literal('pins'),
    removed: z.array(pinSchema).max(10_000),
    added: z.array(pinSchema).max(10_000),
  }),
  z.object({
    kind: z.literal('sections'),
    from: z.array(sectionSchema).max(500).nullable(),
    to: z.array(sectionSchema).max(500).nullable(),
  }),
]);

/** One change of an arrangement. It holds what it replaced, so it can be undone and shown in the history. */
export type ArrangementStep = z.infer<typeof stepSchema>;

export type StepOutcome =
  | { readonly ok: true; readonly document: ArrangementDocument }
  | { readonly ok: false; readonly code: 'stale-step'; readonly message: string };

/** Applies a step; one made for another state of the document is refused, never half applied. */
export function applyStep(document: ArrangementDocument, step: ArrangementStep): StepOutcome {
  switch (step.kind) {
    case 'recipe': {
      const changed = Object.entries(step.from).find(
        ([field, value]) => !isSameRecord(document.recipe[field as keyof Recipe], value),
      );
      if (changed) return stale(`The choice “${changed[0]}” has been changed meanwhile.`);
      return { ok: true, document: { ...document, recipe: { ...document.recipe, ...step.to } as Recipe } };
    }
    case 'pins': {
      const current = new Map(document.pins.map((pin) => [pin.id, pin]));
      for (const pin of step.removed) {
        if (!isSameRecord(current.get(pin.id), pin)) return stale('A pin has been changed meanwhile.');
        current.delete(pin.id);
      }
      for (const pin of step.added) {
        if (current.has(pin.id)) return stale('A pin is already there.');
        current.set(pin.id, pin);
      }
      const pins = [...current.values()].sort((a, b) => (a.id < b.id ? -1 : 1));
      return { ok: true, document: { ...document, pins } };
    }
    case 'sections':
      if (!isSameRecord(document.sections, step.from))
        return stale('The sections have been changed meanwhile.');
      return { ok: true, document: { ...document, sections: step.to } };
  }
}

export function invertStep(step: ArrangementStep): ArrangementStep {
  switch (step.kind) {
    case 'recipe':
      return { kind: 'recipe', from: step.to, to: step.from };
    case 'pins':
      return { kind: 'pins', removed: step.added, added: step.removed };
    case 'sections':
      return { kind: 'sections', from: step.to, to: step.from };
  }
}

/** The step that changes some choices; null when nothing would change. */
export function recipeStep(document: ArrangementDocument, to: Partial<Recipe>): ArrangementStep | null {
  const fields = (Object.keys(to) as (keyof Recipe)[]).filter(
    (field) => !isSameRecord(document.recipe[field], to[field]),
  );
  if (fields.length === 0) return null;
  const pick = (source: Partial<Recipe>) => Object.fromEntries(fields.map((field) => [field, source[field]]));
  return { kind: 'recipe', from: pick(document.recipe), to: pick(to) };
}

/** The step that puts pins in place and takes others away; null when nothing would change. */
export function pinStep(
  document: ArrangementDocument,
  put: readonly Pin[],
  removeIds: readonly string[] = [],
): ArrangementStep | null {
  const current = new Map(document.pins.map((pin) => [pin.id, pin]));
  const added = put.filter((pin) => !isSameRecord(current.get(pin.id), pin));
  const touched = [
    ...added.map((pin) => pin.id),
    ...removeIds.filter((id) => !put.some((pin) => pin.id === id)),
  ];
  const removed = touched.flatMap((id) => current.get(id) ?? []);
  return added.length === 0 && removed.length === 0 ? null : { kind: 'pins', removed, added };
}

function stale(message: string): StepOutcome {
  return { ok: false, code: 'stale-step', message };
}
