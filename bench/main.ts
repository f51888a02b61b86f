import { benchCore } from './core';
import { benchInk } from './ink';

console.table(benchCore());
console.table(await benchInk());
