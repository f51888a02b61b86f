import type * as ToneClasses from 'tone/build/esm/classes.js';
import type { BaseContext } from 'tone/build/esm/core/context/BaseContext.js';
import type { Click, Sound, Timeline } from '$lib/core/playback/timeline';
import { SAMPLES, SILENCE_SECONDS } from './samples.data';

type Tone = typeof ToneClasses;
type Out = ToneClasses.Gain | BaseContext['destination'];

const RELEASE_SECONDS = 0.12;
const CLICK_HZ = { downbeat: 1760, beat: 1320, division: 990 } as const;
const CLICK_LOUDNESS = { downbeat: 0.5, beat: 0.34, division: 0.16 } as const;

/** The piano: its samples, and what makes them sound at given times of the audio clock. */
export interface Instrument {
  readonly tone: Tone;
  readonly context: BaseContext;
  readonly samples: ReadonlyMap<number, ToneClasses.ToneAudioBuffer>;
}

let loading: Promise<Instrument> | null = null;

/** Loads the sound engine and samples on first use. Rejects when they cannot be fetched; the next call tries again. */
export function loadInstrument(): Promise<Instrument> {
  loading ??= load().catch((fault: unknown) => {
    loading = null;
    throw fault;
  });
  return loading;
}

async function load(): Promise<Instrument> {
  // The package's index starts a clock in a worker made from a text, which the content security policy refuses. Nothing
  // here needs that clock, as every sound is given to the audio hardware with its time, ahead: only the parts are loaded.
  const [tone, { setContext }] = await Promise.all([
    import('tone/build/esm/classes.js'),
    import('tone/build/esm/core/Global.js'),
  ]);
  const context = new tone.Context({ clockSource: 'timeout', lookAhead: 0.05 });
  setContext(context);
  const samples = new Map(
    await Promise.all(
      SAMPLES.map(async ({ key, file }) => {
        const buffer = await tone.ToneAudioBuffer.fromUrl(`/samples/${file}.ogg`);
        return [key, buffer] as const;
      }),
    ),
  );
  return { tone, context, samples };
}

/** Lets one key sound at a time of the audio clock. */
export function soundKey(
  { tone, samples }: Instrument,
  out: Out,
  sound: Pick<Sound, 'key' | 'lasts' | 'loudness'>,
  time: number,
): void {
  const nearest = [...samples.keys()].reduce((best, key) =>
    Math.abs(key - sound.key) < Math.abs(best - sound.key) ? key : best,
  );
  const gain = new tone.Gain(sound.loudness).connect(out);
  const source = new tone.ToneBufferSource({
    url: samples.get(nearest)!,
    playbackRate: 2 ** ((sound.key - nearest) / 12),
    fadeOut: RELEASE_SECONDS,
    onended: () => letGo(gain),
  }).connect(gain);
  source.start(time, SILENCE_SECONDS).stop(time + sound.lasts + RELEASE_SECONDS);
}

/**
 * Frees what has sounded. A rendering runs through all its times before the first sample is worked out, so there everything
 * must stay until the end.
 */
function letGo(...nodes: readonly (ToneClasses.Gain | ToneClasses.Oscillator)[]): void {
  if (!nodes[0]!.context.isOffline) for (const node of nodes) node.dispose();
}

export function soundClick({ tone }: Instrument, out: Out, click: Click, time: number): void {
  const gain = new tone.Gain(0).connect(out);
  const wood = new tone.Oscillator(CLICK_HZ[click.weight], 'triangle').connect(gain);
  gain.gain.setValueAtTime(CLICK_LOUDNESS[click.weight], time).exponentialRampTo(0.001, 0.045, time);
  wood.onstop = () => letGo(wood, gain);
  wood.start(time).stop(time + 0.05);
}

/** Renders a timeline into sound data, faster than it would play: for saving it as a file. */
export async function renderTimeline(instrument: Instrument, timeline: Timeline): Promise<AudioBuffer> {
  const { tone } = instrument;
  const rendered = await tone.Offline(
    ({ destination }) => {
      for (const sound of timeline.sounds) soundKey(instrument, destination, sound, sound.at);
      for (const click of timeline.clicks) soundClick(instrument, destination, click, click.at);
    },
    timeline.seconds + 1,
    1,
    44_100,
  );
  return rendered.get()!;
}
