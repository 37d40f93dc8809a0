export { candidates, type Candidate, type StartKind } from './candidates';
export { choose, DRAWN, MOST_STARTS, proposalFor, worthDrawing, type Scored } from './choose';
export { tell, type Told } from './tell';
