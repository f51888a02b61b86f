// Reads one file in this process alone, and says how long it took and how much memory there was at the most.
import { readFileSync } from 'node:fs';
import { readScore } from '../src/lib/core/formats/read-score';

const path = process.argv[2]!;
const bytes = new Uint8Array(readFileSync(path));
const started = performance.now();
const result = readScore(bytes, path);
const tookMs = Math.round(performance.now() - started);
const mostMb = Math.round(process.resourceUsage().maxRSS / 1024);
console.log(JSON.stringify({ code: result.ok ? 'read' : result.error.code, tookMs, mostMb }));
