/** Something could not be done, and why: what is said to the person. */
export class Fault extends Error {}
