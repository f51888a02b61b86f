import { expose } from 'comlink';
import createVerovioModule from 'verovio/wasm';
import { VerovioToolkit } from 'verovio/esm';
import { engraveLine } from '../core/engrave/engrave-line';
import type { EngraveApi } from './protocol';

/** An engraver that could not be fetched answers nothing any more, so that the page says so and starts it again when asked. */
const ready = createVerovioModule().then(
  (module) => new VerovioToolkit(module),
  () => {
    self.close();
    return new Promise<never>(() => undefined);
  },
);

const api: EngraveApi = {
  engrave: async (mei, options) => engraveLine(await ready, mei, options),
};

expose(api);
