import {
  ArrayMaxSize,
  ArrayMinSize,
  ArrayUnique,
  IsArray,
  IsBoolean,
  IsDefined,
  IsEmail,
  isEmail,
  IsIn,
  IsInt,
  IsOptional,
  IsString,
  Matches,
  Max,
  MaxLength,
  Min,
  Validate,
  ValidatorConstraint,
  type ValidatorConstraintInterface,
} from 'class-validator';
import { byNames, ConditionInput, Nested, validInput, type Input } from '../spec';
import { ATTACHMENTS, type Delivery, type Every } from './delivery';
import { isZone } from './zone';

@ValidatorConstraint({ name: 'isZone' })
class IsZone implements ValidatorConstraintInterface {
  validate(value: unknown): boolean {
    return typeof value === 'string' && isZone(value);
  }
  defaultMessage(): string {
    return 'zone must be the name of a time zone, such as Europe/London';
  }
}

@ValidatorConstraint({ name: 'isDayOfMonth' })
class IsDayOfMonth implements ValidatorConstraintInterface {
  validate(value: unknown): boolean {
    return value === 'last' || (Number.isInteger(value) && Number(value) >= 1 && Number(value) <= 31);
  }
  defaultMessage(): string {
    return 'day must be 1 to 31 or "last"';
  }
}

class EveryInput implements Input<Every> {
  @IsIn(['day', 'week', 'month']) step: unknown;
  @Matches(/^([01]\d|2[0-3]):[0-5]\d$/, { message: 'at must be a time such as 08:00' }) at: unknown;
  @IsOptional() @IsInt() @Min(1) @Max(7) weekday: unknown;
  @IsOptional() @Validate(IsDayOfMonth) day: unknown;
  @Validate(IsZone) zone: unknown;
}

const Id = () => Matches(/^\w{1,64}$/, { message: '$property must be an id' });
class OfChart implements Input<Extract<Delivery['what'], { chart: string }>> {
  @Id() chart: unknown;
}
class OfBoard implements Input<Extract<Delivery['what'], { board: string }>> {
  @Id() board: unknown;
}

/** What would begin another line of a mail's head, or hide in one. */
// eslint-disable-next-line no-control-regex
const ONE_LINE = /^[^\u0000-\u001f\u007f\u0085\u2028\u2029]*$/;
const MAIL = '$property must be addresses such as name@example.org';

const ADDRESS = { allow_display_name: false, require_tld: false } as const;

class DeliveryInput implements Input<Delivery> {
  @IsDefined()
  @Nested(
    byNames([
      [['chart'], OfChart],
      [['board'], OfBoard],
    ]),
  )
  what: unknown;
  @IsArray()
  @ArrayMinSize(1, { message: 'to must name somebody' })
  @ArrayMaxSize(50)
  @ArrayUnique()
  @IsEmail(ADDRESS, { each: true, message: MAIL })
  @Matches(ONE_LINE, { each: true, message: MAIL })
  to: unknown;
  @IsOptional()
  @IsString()
  @MaxLength(200)
  @Matches(ONE_LINE, { message: 'subject must be one line' })
  subject: unknown;
  @IsOptional() @IsString() @MaxLength(5000) message: unknown;
  @IsArray() @ArrayUnique() @IsIn([...ATTACHMENTS], { each: true }) attach: unknown;
  @IsDefined() @Nested(() => EveryInput) every: unknown;
  @IsOptional() @Nested(() => ConditionInput) onlyIf: unknown;
  @IsOptional() @IsBoolean() paused: unknown;
}

/** Whether a text is an address that a mail can be sent to: name@example.org. */
export const isMailAddress = (text: string): boolean => isEmail(text, ADDRESS) && ONE_LINE.test(text);

/** Where null stands for what is blank. */
const BLANKS = /^onlyIf\.filters\.\d+\.(?:keep\.\d+|from|to)$/;

/** Checks that a value from outside is a delivery. @throws InvalidInput naming each place that is wrong */
export function parseDelivery(value: unknown): Delivery {
  const given = typeof value === 'object' && value !== null && !('attach' in value) ? { ...value, attach: [] } : value;
  validInput(DeliveryInput, given, 'delivery', { nulls: (path) => BLANKS.test(path) });
  return given as Delivery;
}
