import { parseArgs } from 'node:util';

export type Options = Readonly<Record<string, string | undefined>>;

export interface Arguments {
  readonly files: readonly string[];
  readonly options: Options;
}

/** Reads `--name value` options and what stands between them. @throws Error naming an option that is not known. */
export function readArguments(args: readonly string[], known: readonly string[]): Arguments {
  const options = Object.fromEntries(known.map((name) => [name, { type: 'string' as const }]));
  const { values, positionals } = parseArgs({
    args: [...args],
    options: { ...options, score: { type: 'boolean' } },
    allowPositionals: true,
  });
  const texts = Object.fromEntries(
    Object.entries(values).map(([name, value]) => [name, value === undefined ? undefined : String(value)]),
  );
  return { files: positionals, options: texts };
}
