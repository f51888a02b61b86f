import { analyseFiles } from './analyse';
import { arrangeFiles } from './arrange';
import { countNotation } from './count';
import { describeChord } from './chord';
import { fingerNotation } from './finger';
import { forecastFile } from './forecast';
import { improviseOver } from './improvise';
import { importFiles } from './import';
import { rankKeysOfFiles } from './keys';
import { listenToFile } from './listen';
import { pedalFiles } from './pedal';
import { planFile } from './plan';
import { voiceNotation } from './voice';

/** Every command takes its own arguments and says whether all went well. */
export const commands: Readonly<Record<string, (args: readonly string[]) => boolean>> = {
  import: importFiles,
  analyse: analyseFiles,
  arrange: arrangeFiles,
  count: countNotation,
  chord: describeChord,
  voice: voiceNotation,
  finger: fingerNotation,
  keys: rankKeysOfFiles,
  pedal: pedalFiles,
  plan: planFile,
  forecast: forecastFile,
  improvise: improviseOver,
  listen: listenToFile,
};
