/** A need counts as met when it holds with at least this certainty (planning value, demo scenario: nine of ten). */
export const sureEnough = 0.9;
