export { correlation } from './correlation';
export { explained } from './explained';
