// What makes a study one that cannot be done.

/** Why a study cannot be done: `path` names the setting as the study file does. */
export class StudyFault extends Error {
  readonly path: string;
  constructor(path: string, message: string) {
    super(message);
    this.path = path;
  }
}
