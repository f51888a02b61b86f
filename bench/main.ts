import { benchCore } from './core';
import { benchInk } from './ink';
import { benchSound } from './sound';

console.table(benchCore());
console.table(await benchInk());
console.table(await benchSound());
