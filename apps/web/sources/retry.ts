const TRIES = 4;
const FIRST_PAUSE = 300;

/** Calls until it succeeds, with doubled pauses between. @throws what the last try threw */
export async function withRetries<T>(call: () => Promise<T>): Promise<T> {
  for (let attempt = 1; ; attempt++) {
    try {
      return await call();
    } catch (error) {
      if (attempt === TRIES) throw error;
      await new Promise((resolve) => setTimeout(resolve, FIRST_PAUSE * 2 ** (attempt - 1)));
    }
  }
}
