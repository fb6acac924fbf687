import { useEffect, useState } from 'react';

type Functions<Actions> = { [Name in keyof Actions]: (...args: never[]) => void };

/** Calls whatever functions it was given last. */
class Latest<Actions extends Functions<Actions>> {
  #newest: Actions;
  readonly actions: Actions;

  constructor(first: Actions) {
    this.#newest = first;
    const names = Object.keys(first) as (keyof Actions)[];
    this.actions = Object.fromEntries(names.map((name) => [name, (...args: never[]) => this.#newest[name](...args)])) as Actions;
  }

  follow(newest: Actions): void {
    this.#newest = newest;
  }
}

/** Functions that never change from outside and always do what the newest ones do: what they are handed to need not be drawn again. */
export function useLatest<Actions extends Functions<Actions>>(actions: Actions): Actions {
  const [latest] = useState(() => new Latest(actions));
  useEffect(() => latest.follow(actions));
  return latest.actions;
}
