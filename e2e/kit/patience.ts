// How long a test waits for what takes long by itself, such as a study or a first start. It ends what hangs; on a machine with
// other work nothing else should.

export const longWork = { timeout: 240_000 };
