import { benchCore, benchSong } from './core';
import { benchInk } from './ink';
import { benchSound } from './sound';

console.table(benchSong());
console.table(benchCore());
console.table(await benchInk());
console.table(await benchSound());
