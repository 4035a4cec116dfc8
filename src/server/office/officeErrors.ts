/** What a laptop is told of its office, in words for people. */

/** The laptop belongs to a firm already. */
export class MemberAlreadyError extends Error {
  constructor(firm: string) {
    super(`This laptop belongs to ${firm} already. Leave it first.`);
    this.name = 'MemberAlreadyError';
  }
}

/** What was asked needs the office, which can't be reached now. */
export class OfficeAwayError extends Error {
  constructor() {
    super('The office can’t be reached now. Try again when this laptop is in its network.');
    this.name = 'OfficeAwayError';
  }
}
