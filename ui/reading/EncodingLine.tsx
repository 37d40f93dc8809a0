import { Select } from 'antd';
import type { Encoding } from '@/core/reading';
import type { ReadingChange, Sheet } from '../api';

const WORDS: Readonly<Record<Encoding, string>> = {
  'utf-8': 'Unicode (UTF-8)',
  'utf-16le': 'Unicode (UTF-16)',
  'utf-16be': 'Unicode (UTF-16, big end first)',
  'windows-1252': 'Western European (Windows-1252)',
  'windows-1250': 'Central European (Windows-1250)',
  'iso-8859-15': 'Western European (ISO 8859-15)',
  'iso-8859-2': 'Central European (ISO 8859-2)',
  'windows-1251': 'Cyrillic (Windows-1251)',
  'windows-1253': 'Greek (Windows-1253)',
  'windows-1254': 'Turkish (Windows-1254)',
};

/** How the bytes of a text file became letters, where the file itself does not say; another way is one choice. */
export function EncodingLine({
  sheet,
  busy,
  onChange,
}: {
  sheet: Sheet;
  busy: boolean;
  onChange: (change: ReadingChange) => void;
}) {
  const { reading, choices } = sheet;
  if (!reading?.encoding || (reading.encoding === 'utf-8' && !choices.encoding)) return null;
  return (
    <li>
      <span aria-hidden />
      <div>
        <b>Letters are read as {WORDS[reading.encoding]}</b>
        <span>Where words look wrong, as in “GrÃ¶ÃŸe” or “Gda?sk”, choose another way.</span>
      </div>
      <Select<Encoding>
        size="small"
        aria-label="How letters are read"
        disabled={busy}
        value={reading.encoding}
        popupMatchSelectWidth={false}
        onChange={(encoding) => onChange({ encoding })}
        options={(Object.keys(WORDS) as Encoding[]).map((value) => ({ value, label: WORDS[value] }))}
      />
    </li>
  );
}
