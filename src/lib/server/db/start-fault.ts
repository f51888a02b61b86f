/** Why the program cannot start on this data: a sentence that names the file and says what to do. */
export class StartFault extends Error {}
