// The forms' own index of adapters brings in every validation library there is; this is the one that is used (see vite.config.ts).
export {
  zod as zod4,
  zodClient as zod4Client,
} from '../node_modules/sveltekit-superforms/dist/adapters/zod4.js';
