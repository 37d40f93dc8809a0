import { IsOptional, IsString, Length, MaxLength } from 'class-validator';
import { InvalidInput, validInput } from '@/core/spec';
import { Problem } from '../problem';
import type { Relation } from './relation';

class SourceInput {
  @IsString() @Length(1, 2000) address!: string;
  @IsOptional() @IsString() @MaxLength(200) name?: string;
}

class RelationInput {
  @IsOptional() @IsString() @Length(1, 200) schema?: string;
  @IsOptional() @IsString() @Length(1, 200) table?: string;
  @IsOptional() @IsString() @Length(1, 20_000) query?: string;
  @IsOptional() @IsString() @MaxLength(200) name?: string;
}

/** @throws InvalidInput */
export function parseSource(value: unknown): { address: string; name?: string } {
  return validInput(SourceInput, value, 'source');
}

class SourceChangeInput {
  @IsOptional() @IsString() @Length(1, 2000) address?: string;
  @IsOptional() @IsString() @Length(1, 200) name?: string;
}

/** @throws InvalidInput */
export function parseSourceChange(value: unknown): { address?: string; name?: string } {
  const { address, name } = validInput(SourceChangeInput, value, 'source');
  if (address === undefined && name === undefined)
    throw new InvalidInput([{ path: '', message: 'say at least one of name, address' }]);
  return { ...(address === undefined ? {} : { address }), ...(name === undefined ? {} : { name }) };
}

/** A table or view by its names, or one SELECT. @throws InvalidInput */
export function parseRelation(value: unknown): { relation: Relation; name?: string } {
  const { schema, table, query, name } = validInput(RelationInput, value, 'relation');
  if ((query === undefined) === (table === undefined))
    throw new InvalidInput([{ path: '', message: 'name a schema and a table, or give a query' }]);
  if (query !== undefined) {
    const text = query.trim().replace(/;\s*$/, '');
    if (!/^(select|with|values|table)\b/i.test(text))
      throw new Problem(422, 'One SELECT only', 'Only a SELECT is run: a text that begins with SELECT or WITH.', [
        { path: 'query', message: 'only a SELECT is run' },
      ]);
    return { relation: { query: text }, name };
  }
  return { relation: { schema: schema ?? 'public', table: table ?? '' }, name };
}
