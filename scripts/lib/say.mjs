/** A sentence for the person at the terminal, with what to do. The script ends with it. */
export class Failure extends Error {}

export const step = (text) => console.log(`· ${text}`);

/** Runs a script's main function; a Failure ends it with its sentence, anything else with its stack. */
export async function main(body) {
  try {
    await body();
  } catch (error) {
    console.error(error instanceof Failure ? `\n✗ ${error.message}\n` : error);
    process.exitCode = 1;
  }
}
