import 'reflect-metadata';
import { ValidatorConstraint, type ValidationArguments, type ValidatorConstraintInterface } from 'class-validator';
import { STEPS, WINDOWS } from '../../calendar';

/** Titles, names and the like have at most so many characters. */
export const TEXT_LIMIT = 300;

@ValidatorConstraint({ name: 'aboveMin' })
export class AboveMin implements ValidatorConstraintInterface {
  validate(max: unknown, args: ValidationArguments): boolean {
    const { min } = args.object as { min?: number };
    return min === undefined || typeof max !== 'number' || max > min;
  }
  defaultMessage(): string {
    return 'max must be above min';
  }
}

@ValidatorConstraint({ name: 'textsByName' })
export class TextsByName implements ValidatorConstraintInterface {
  validate(value: unknown): boolean {
    return (
      typeof value === 'object' &&
      value !== null &&
      Object.values(value).every((text) => typeof text === 'string' && text.length <= TEXT_LIMIT)
    );
  }
  defaultMessage(args: ValidationArguments): string {
    return `${args.property} must hold texts of at most ${TEXT_LIMIT} characters by series id`;
  }
}

@ValidatorConstraint({ name: 'colorsByName' })
export class ColorsByName implements ValidatorConstraintInterface {
  validate(value: unknown): boolean {
    return (
      typeof value === 'object' &&
      value !== null &&
      Object.entries(value).every(([name, color]) => name.length <= TEXT_LIMIT && COLOR.test(String(color)))
    );
  }
  defaultMessage(args: ValidationArguments): string {
    return `${args.property} must hold colours written #rrggbb by the words of groups`;
  }
}
const COLOR = /^#[0-9a-fA-F]{6}$/;

/** Steps of the longest window: two hundred years of hours. */
const LONGEST_WINDOW = 1_800_000;

@ValidatorConstraint({ name: 'isWindow' })
export class IsWindow implements ValidatorConstraintInterface {
  validate(window: unknown): boolean {
    if (typeof window === 'string') return WINDOWS.some((known) => known === window);
    if (typeof window !== 'object' || window === null) return false;
    const { last, step } = window as { last?: unknown; step?: unknown };
    return (
      Number.isInteger(last) &&
      (last as number) > 0 &&
      (last as number) <= LONGEST_WINDOW &&
      STEPS.some((known) => known === step)
    );
  }
  defaultMessage(): string {
    return `window must be { last, step } with at most ${LONGEST_WINDOW} steps, or one of ${WINDOWS.join(', ')}`;
  }
}

@ValidatorConstraint({ name: 'isKept' })
export class IsPlainValue implements ValidatorConstraintInterface {
  validate(value: unknown): boolean {
    return (
      value === null ||
      ['string', 'boolean'].includes(typeof value) ||
      (typeof value === 'number' && Number.isFinite(value))
    );
  }
  defaultMessage(args: ValidationArguments): string {
    return `${args.property} must hold texts, numbers, true, false or null`;
  }
}
