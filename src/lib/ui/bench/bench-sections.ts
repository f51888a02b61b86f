import type { Section } from '$lib/core/score/model';
import type { Editable } from './editable';

/** Changing the sections of an arrangement. They are kept by measures of the source. */
export class BenchSections {
  constructor(private readonly bench: Editable) {}

  /** The sections as they are kept. */
  get #kept(): readonly Section[] {
    const { arrangement, document } = this.bench.work;
    if (document.sections) return document.sections;
    const source = arrangement?.sourceMeasure ?? [];
    return (arrangement?.sections ?? []).map((section) => ({
      ...section,
      from: source[section.from] ?? section.from,
      to: source[section.to] ?? section.to,
    }));
  }

  set(sections: readonly Section[] | null): void {
    this.bench.work.make({
      kind: 'sections',
      from: this.bench.work.document.sections as Section[] | null,
      to: sections as Section[] | null,
    });
  }

  /** Begins a new section at a measure and ends the one before it there. */
  startAt(shown: number): void {
    const measure = this.bench.work.arrangement?.sourceMeasure[shown] ?? shown;
    const sections = this.#kept;
    const holder = sections.find((section) => section.from <= measure && section.to >= measure);
    if (!holder || holder.from === measure) return;
    const id = `s${measure}-${sections.length}`;
    const made: Section = { id, name: freeName(sections), from: measure, to: holder.to };
    this.set(
      sections.flatMap((section) => (section === holder ? [{ ...holder, to: measure - 1 }, made] : section)),
    );
  }

  rename(id: string, name: string): void {
    const trimmed = name.trim().slice(0, 40);
    const sections = this.#kept;
    if (trimmed && sections.some((section) => section.id === id && section.name !== trimmed))
      this.set(sections.map((section) => (section.id === id ? { ...section, name: trimmed } : section)));
  }

  joinWithPrevious(id: string): void {
    const sections = this.#kept;
    const index = sections.findIndex((section) => section.id === id);
    if (index < 1) return;
    const [before, joined] = [sections[index - 1]!, sections[index]!];
    this.set(
      sections
        .filter((section) => section !== joined)
        .map((section) => (section === before ? { ...before, to: joined.to } : section)),
    );
  }
}

/** The first letter that no section has: A′ and “A again” are of A. */
export function freeName(sections: readonly Section[]): string {
  const taken = new Set(sections.map(({ name }) => name.replace(/[′″‴\s].*$/, '')));
  const letter = [...'ABCDEFGHIJKLMNOPQRSTUVWXYZ'].find((each) => !taken.has(each));
  return letter ?? `Section ${sections.length + 1}`;
}
