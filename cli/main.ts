import { commands } from './commands';

const [name, ...args] = process.argv.slice(2);
const command = name === undefined ? undefined : commands[name];
if (!command) {
  console.error(`Name a command: ${Object.keys(commands).join(', ')}.`);
  process.exit(1);
}
try {
  process.exitCode = command(args) ? 0 : 1;
} catch (error) {
  if (!(error instanceof TypeError && 'code' in error && error.code === 'ERR_PARSE_ARGS_UNKNOWN_OPTION'))
    throw error;
  console.error(`${error.message.split('.')[0]}.`);
  process.exitCode = 1;
}
