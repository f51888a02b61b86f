import type { ForecastState } from '../src/lib/core/practice/forecast';

export type Temperament = 'steady' | 'bursts' | 'forgetful' | 'fast';

/** A weekly lesson of the demo studio, with those who come and how they go about it. */
export interface DemoLessons {
  /** 0 Monday … 6 Sunday; `today` is the day on which the studio is made, so that Today has lessons. */
  readonly weekday: number | 'today';
  readonly minuteOfDay: number;
  readonly lengthMinutes: number;
  readonly learners: readonly {
    readonly name: string;
    readonly temperament: Temperament;
    readonly goal?: { readonly state: ForecastState; readonly event: string };
  }[];
  readonly notes: readonly string[];
}

const at = (hours: number, minutes: number) => hours * 60 + minutes;

export const LESSONS: readonly DemoLessons[] = [
  {
    weekday: 'today',
    minuteOfDay: at(14, 30),
    lengthMinutes: 45,
    learners: [
      { name: 'Ida', temperament: 'fast' },
      { name: 'Bram', temperament: 'bursts' },
      { name: 'Noor', temperament: 'steady', goal: { state: 'on-course', event: 'Harbour concert' } },
    ],
    notes: ['The three began together, and ended together.', 'Bram counted for the others.', ''],
  },
  {
    weekday: 'today',
    minuteOfDay: at(15, 30),
    lengthMinutes: 30,
    learners: [{ name: 'Tam', temperament: 'forgetful', goal: { state: 'late', event: 'Harbour concert' } }],
    notes: ['Found the second tune by ear before the page was open.', 'The book was at home.', ''],
  },
  {
    weekday: 'today',
    minuteOfDay: at(16, 15),
    lengthMinutes: 30,
    learners: [
      { name: 'Elske', temperament: 'steady', goal: { state: 'at-risk', event: 'Sister’s birthday' } },
    ],
    notes: ['The left hand leads now.', ''],
  },
  {
    weekday: 1,
    minuteOfDay: at(19, 45),
    lengthMinutes: 30,
    learners: [{ name: 'Ruben', temperament: 'bursts', goal: { state: 'on-course', event: '' } }],
    notes: ['Late ferry again; twenty minutes well used.', ''],
  },
  {
    weekday: 3,
    minuteOfDay: at(13, 0),
    lengthMinutes: 40,
    learners: [
      { name: 'Marit', temperament: 'steady' },
      { name: 'Osk', temperament: 'forgetful' },
    ],
    notes: ['Shoulders stayed down. Osk rested twice.', 'Marit counts, Osk breathes: it fits.', ''],
  },
];
