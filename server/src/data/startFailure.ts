/** A reason not to start that the user can mend. */
export class StartFailure extends Error {}
