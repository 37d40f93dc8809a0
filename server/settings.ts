import type { Settings } from '@/core/api';
import { IsDefined, IsIn, IsInt, IsOptional, Max, Min } from 'class-validator';
import { Nested, validInput } from '@/core/spec';
import { database } from './db/client';
import { settings } from './db/schema';

class CalendarInput {
  @IsOptional() @IsIn(['monday', 'sunday']) weekStart?: 'monday' | 'sunday';
  @IsOptional() @IsInt() @Min(1) @Max(12) yearStart?: number;
}
class SettingsInput {
  @IsDefined() @Nested(() => CalendarInput) calendar!: CalendarInput;
}

/** @throws InvalidInput */
export function parseSettings(value: unknown): Settings {
  validInput(SettingsInput, value, 'settings');
  return { calendar: (value as Settings).calendar };
}

export async function settingsNow(): Promise<Settings> {
  const [row] = await database().select().from(settings);
  return { calendar: row?.calendar ?? {} };
}

export async function keepSettings({ calendar }: Settings): Promise<Settings> {
  await database()
    .insert(settings)
    .values({ id: 1, calendar })
    .onConflictDoUpdate({ target: settings.id, set: { calendar } });
  return settingsNow();
}
