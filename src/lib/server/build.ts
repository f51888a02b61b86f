/** Which build of the program it is (set by server.js): another one could print or draw otherwise. */
export const build = (): string => process.env.KEY_PATH_BUILD ?? 'not built';
