export { candidates, type Candidate } from './candidates';
export { choose, proposalFor, worthDrawing, type Scored } from './choose';
export { tell } from './tell';
