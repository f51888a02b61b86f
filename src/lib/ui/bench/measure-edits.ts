import type { PinChange } from '$lib/core/document/edit-pins';
import { keepPin } from '$lib/core/document/pins/keep';
import { measureOf, type Pin, type PinName } from '$lib/core/document/pins/registry';
import { setAsidePin, setAsidePinId } from '$lib/core/document/pins/set-aside';
import { settingPin } from '$lib/core/document/pins/setting';
import { texturePin } from '$lib/core/document/pins/texture';
import { rightTexturePin } from '$lib/core/document/pins/right-texture';
import { easePin } from '$lib/core/document/pins/ease';

import type { Setting } from '$lib/core/document/choices/settings.data';
import type { LeftTexture, RightTexture } from '$lib/core/document/choices/textures.data';
import type { Everywhere } from '$lib/core/document/everywhere';
import type { Snag } from '$lib/core/snags/snag';
import type { Editable } from './editable';
import type { PedalEdits } from './pedal-edits';

/** What editing whole measures needs beyond editing notes. */
interface MeasureEditable extends Editable {
  readonly repeats: Everywhere | null;
  readonly pedal: PedalEdits;
}

/** Changes of whole measures: textures, settings, easier or richer, kept, everywhere. Each is one step of undo. */
export class MeasureEdits {
  constructor(private readonly bench: MeasureEditable) {}

  /** Gives the selected measures a left hand of their own, or with null the piece's again. */
  paintTexture(texture: LeftTexture | null): void {
    this.bench.work.pin(this.#textured(texture));
  }

  paintRight(texture: RightTexture | null): void {
    this.bench.work.pin(this.#rightTextured(texture));
  }

  /** A left hand that the teacher looks at in a list, and may choose. */
  considerTexture(texture: LeftTexture): void {
    this.bench.work.foresee(() => this.#textured(texture));
  }

  considerRight(texture: RightTexture): void {
    this.bench.work.foresee(() => this.#rightTextured(texture));
  }

  /** The left hand that comes next for the selected measures, at a key or under the brush. */
  considerNext(): void {
    this.bench.work.foresee(() => {
      const texture = this.bench.selection.brush ?? this.#nextTexture();
      return texture && this.#textured(texture);
    });
  }

  #textured(texture: LeftTexture | null): PinChange {
    return this.#painted('texture', texture && ((measure) => texturePin(measure, texture)));
  }

  #rightTextured(texture: RightTexture | null): PinChange {
    return this.#painted('right-texture', texture && ((measure) => rightTexturePin(measure, texture)));
  }

  /** A pin on each of the measures, the selected ones where none are named; with null none of that kind. */
  #painted(
    kind: PinName,
    pinOf: ((measure: number) => Pin) | null,
    measures: readonly number[] = this.bench.selection.selectedSources,
  ): PinChange {
    return pinOf
      ? { put: measures.map(pinOf), remove: [] }
      : { put: [], remove: this.#idsOf(kind, measures) };
  }

  #nextTexture(): LeftTexture | null {
    if (!this.bench.selection.range || !this.bench.work.arrangement) return null;
    const now = this.bench.work.arrangement.textures[this.bench.selection.range.from]!;
    const choices = this.bench.work.textureChoices;
    return choices[(choices.indexOf(now) + 1) % choices.length]!;
  }

  paintSetting(measures: readonly number[], setting: Setting | null): void {
    this.bench.work.pin(
      this.#painted('setting', setting && ((measure) => settingPin(measure, setting)), measures),
    );
  }

  cycleTexture(): void {
    const next = this.#nextTexture();
    if (next) this.paintTexture(next);
  }

  cyclePedal(): void {
    const now =
      this.bench.selection.range && this.bench.work.arrangement?.pedal[this.bench.selection.range.from];
    if (now) this.bench.pedal.cycle(now.policy);
  }

  /** Makes just the selected measures easier (−1) or richer (+1). */
  ease(by: 1 | -1): void {
    const put: Pin[] = [];
    const remove: string[] = [];
    for (const measure of this.bench.selection.selectedSources) {
      const pin = easePin(measure, by);
      const now = this.bench.work.document.pins.find(({ id }) => id === pin.id);
      const next = (now?.kind === 'ease' ? now.by : 0) + by;
      if (next === 0) remove.push(pin.id);
      else put.push(easePin(measure, next));
    }
    this.bench.work.pin({ put, remove });
  }

  /** Keeps the tune of the selected measures whole, or lets it be arranged again. */
  toggleKeep(): void {
    const measures = this.bench.selection.selectedSources;
    const kept = this.#idsOf('keep');
    this.bench.work.pin(
      kept.length === measures.length
        ? { put: [], remove: kept }
        : { put: measures.map(keepPin), remove: [] },
    );
  }

  /** Leaves as it is what is to mend, with the reason; with null it is to mend again. */
  setAside(snag: Snag, reason: string | null): void {
    const source = this.bench.work.arrangement?.sourceMeasure[snag.measure];
    if (source === undefined) return;
    this.bench.work.pin(
      reason === null
        ? { put: [], remove: [setAsidePinId(source, snag)] }
        : { put: [setAsidePin(source, snag, reason)], remove: [] },
    );
  }

  fixEverywhere(): void {
    if (this.bench.repeats) this.bench.work.pin({ put: this.bench.repeats.put, remove: [] });
  }

  /** Takes away every pin of the selected measures and their notes. */
  clearPins(): void {
    const measures = new Set<number | null>(this.bench.selection.selectedSources);
    const own = this.bench.work.document.pins.filter((pin) => measures.has(measureOf(pin)));
    this.bench.work.pin({ put: [], remove: own.map((pin) => pin.id) });
  }

  /** Ids of the pins of a kind that stand at measures of the source. */
  #idsOf(
    kind: PinName,
    measures: readonly number[] = this.bench.selection.selectedSources,
  ): readonly string[] {
    return this.bench.work.document.pins
      .filter((pin) => pin.kind === kind && measures.includes(measureOf(pin)!))
      .map(({ id }) => id);
  }
}
