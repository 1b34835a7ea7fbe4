/** Answers that are given: where they lie. */
export interface AnswersGoal {
  assignmentId: string;
  pieceId: string;
  name: string;
}
