import { benchAnswers } from './answers';
import { benchCore, benchSong } from './core';
import { benchHostile } from './hostile';
import { benchInk } from './ink';
import { benchLesson } from './lesson';
import { benchPaper } from './paper';
import { benchSound } from './sound';
import { benchStand } from './stand';

/** The tables by name; `npm run bench -- ink answers` makes only those. */
const TABLES: Readonly<Record<string, () => Promise<void>>> = {
  core: async () => {
    console.table(benchSong());
    console.table(benchCore());
  },
  hostile: async () => console.table(benchHostile()),
  answers: async () => {
    const { pages, beside } = await benchAnswers();
    console.table(pages);
    console.table(beside);
  },
  ink: async () => {
    const { edits, visits } = await benchInk();
    console.table(edits);
    console.table(visits);
  },
  stand: async () => console.table(await benchStand()),
  paper: async () => console.table(await benchPaper()),
  sound: async () => console.table(await benchSound()),
  lesson: async () => console.table(await benchLesson()),
};

const asked = process.argv.slice(2);
for (const [name, show] of Object.entries(TABLES))
  if (asked.length === 0 || asked.includes(name)) await show();
