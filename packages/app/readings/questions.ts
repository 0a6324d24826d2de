/** The questions of a study, in the order people work through them; each is a route. */
export const QUESTIONS = [
  { number: 1, route: 'table', question: 'What do I have?', of: 'study' },
  { number: 2, route: 'preparation', question: 'Is it fit to use?', of: 'study' },
  { number: 3, route: 'suitability', question: 'Is it worth reducing?', of: 'study' },
  { number: 4, route: 'dimensions', question: 'How many dimensions?', of: 'reduction' },
  { number: 5, route: 'meaning', question: 'What do they mean?', of: 'reduction' },
  { number: 6, route: 'map', question: 'Where does each row sit?', of: 'reduction' },
  { number: 7, route: 'trust', question: 'Can I rely on it?', of: 'reduction' },
  { number: 8, route: 'writeup', question: 'What do I report?', of: 'study' },
] as const;

export type Question = (typeof QUESTIONS)[number];
export type QuestionRoute = Question['route'];

/** The question at a route, or undefined. */
export const questionAt = (route: string | undefined): Question | undefined =>
  QUESTIONS.find(question => question.route === route);
