import { expose } from 'comlink';
import createVerovioModule from 'verovio/wasm';
import { VerovioToolkit } from 'verovio/esm';
import { engraveLine } from '../core/engrave/engrave-line';
import type { EngraveApi } from './protocol';

const ready = createVerovioModule().then((module) => new VerovioToolkit(module));

const api: EngraveApi = {
  engrave: async (mei, options) => engraveLine(await ready, mei, options),
};

expose(api);
