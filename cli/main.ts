import { commands } from './commands';

const [name, ...args] = process.argv.slice(2);
const command = name === undefined ? undefined : commands[name];
if (!command) {
  console.error(`Name a command: ${Object.keys(commands).join(', ')}.`);
  process.exit(1);
}
process.exitCode = command(args) ? 0 : 1;
