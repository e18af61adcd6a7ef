// Numbered items of work that several threads take in turn. Who has which stands in memory that they share, so that none is
// done twice and nobody waits for a thread that is late.

const FREE = 0;
const TAKEN = 1;
const DONE = 2;
const GIVEN_UP = 3;

export class Turns {
  readonly items: number;
  /** one number an item, and one more: 1 once no more items are to be taken; sent between threads as it is */
  readonly states: Int32Array;

  constructor(states: Int32Array) {
    this.states = states;
    this.items = states.length - 1;
  }

  static of(items: number): Turns {
    return new Turns(new Int32Array(new SharedArrayBuffer(4 * (items + 1))));
  }

  /** Takes an item if nobody has it. */
  take(item: number): boolean {
    return Atomics.compareExchange(this.states, item, FREE, TAKEN) === FREE;
  }

  /**
   * Does all items that nobody else takes meanwhile, those of the member's own share first: threads that work on the same items
   * again then find what they kept of them.
   * @param work an item whose work throws is left to others
   */
  work(member: number, members: number, work: (item: number) => void): void {
    const begin = Math.floor((member * this.items) / members);
    for (let n = 0; n < this.items && !this.isCalledOff(); n++) {
      const item = (begin + n) % this.items;
      if (!this.take(item)) continue;
      try {
        work(item);
        this.#end(item, DONE);
      } catch (error) {
        this.#end(item, GIVEN_UP);
        throw error;
      }
    }
  }

  /** Whether an item is done; one that another has in hand is waited for, but not longer than `patience` in milliseconds. */
  isDone(item: number, patience = 0): boolean {
    if (patience > 0) Atomics.wait(this.states, item, TAKEN, patience);
    return Atomics.load(this.states, item) === DONE;
  }

  /** Lets nobody take an item; one that is in hand or done stays so. */
  keepBack(item: number): void {
    Atomics.compareExchange(this.states, item, FREE, GIVEN_UP);
  }

  /** Lets nobody take any item. @returns whether none is in hand: nothing is written any more */
  close(): boolean {
    this.callOff();
    let isQuiet = true;
    for (let item = 0; item < this.items; item++) {
      this.keepBack(item);
      if (Atomics.load(this.states, item) === TAKEN) isQuiet = false;
    }
    return isQuiet;
  }

  /** No more items are taken; those in hand are finished. */
  callOff(): void {
    Atomics.store(this.states, this.items, 1);
  }

  isCalledOff(): boolean {
    return Atomics.load(this.states, this.items) === 1;
  }

  #end(item: number, state: number): void {
    Atomics.store(this.states, item, state);
    Atomics.notify(this.states, item);
  }
}
