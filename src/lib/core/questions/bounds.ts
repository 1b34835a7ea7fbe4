/** Questions of one set. */
export const MOST_QUESTIONS = 120;
