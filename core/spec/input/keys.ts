import { IsIn, Matches } from 'class-validator';
import { SUMMARIES } from '../../inference';

const COLUMN_KEY = /^c[1-9]\d{0,5}$/;
export const Column = () => Matches(COLUMN_KEY, { message: '$property must be a column key such as "c1"' });
export const SheetId = () => Matches(/^\w{1,64}$/, { message: '$property must be the id of a sheet' });
export const Color = () => Matches(/^#[0-9a-fA-F]{6}$/, { message: '$property must be written #rrggbb' });
export const IsSummary = () => IsIn([...SUMMARIES]);
