export { correlation } from './correlation';
export { explained } from './explained';
export { paired } from './paired';
