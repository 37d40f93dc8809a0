import { crc32, deflateRawSync } from 'node:zlib';

/**
 * A zip archive (APPNOTE 6.3) of named parts.
 * @param parts `{ name: content }`
 * @param faults `crc` writes wrong check sums, `size` says that parts are smaller than they are, `encrypted` says that they are locked
 */
export function zip(parts, { crc = false, size = false, encrypted = false } = {}) {
  const locals = [];
  const centrals = [];
  let at = 0;
  for (const [name, content] of Object.entries(parts)) {
    const raw = Buffer.from(content);
    const packed = deflateRawSync(raw, { level: 1 });
    const title = Buffer.from(name);
    const fields = Buffer.alloc(26);
    fields.writeUInt16LE(20, 0);
    fields.writeUInt16LE(encrypted ? 0x801 : 0x800, 2);
    fields.writeUInt16LE(8, 4);
    fields.writeUInt32LE((crc ? crc32(raw) ^ 0xff : crc32(raw)) >>> 0, 10);
    fields.writeUInt32LE(packed.length, 14);
    fields.writeUInt32LE(size ? Math.floor(raw.length / 2) : raw.length, 18);
    fields.writeUInt16LE(title.length, 22);
    const local = Buffer.concat([Buffer.from('PK\u0003\u0004', 'latin1'), fields, title, packed]);
    const tail = Buffer.alloc(14);
    tail.writeUInt32LE(at, 10);
    centrals.push(Buffer.concat([Buffer.from('PK\u0001\u0002\u0014\u0000', 'latin1'), fields, tail, title]));
    locals.push(local);
    at += local.length;
  }
  const central = Buffer.concat(centrals);
  const end = Buffer.alloc(22);
  end.write('PK\u0005\u0006', 0, 'latin1');
  end.writeUInt16LE(locals.length, 8);
  end.writeUInt16LE(locals.length, 10);
  end.writeUInt32LE(central.length, 12);
  end.writeUInt32LE(at, 16);
  return Buffer.concat([...locals, central, end]);
}

const SPREADSHEET = 'http://schemas.openxmlformats.org/spreadsheetml/2006/main';
const RELATIONS = 'http://schemas.openxmlformats.org/officeDocument/2006/relationships';
const PACKAGE = 'http://schemas.openxmlformats.org/package/2006';

/** A workbook (ISO/IEC 29500) of one worksheet whose inner XML is given. */
export function xlsx(inner, { faults, more = {}, book = '' } = {}) {
  return zip(
    {
      '[Content_Types].xml': `<Types xmlns="${PACKAGE}/content-types"/>`,
      'xl/workbook.xml': `<workbook xmlns="${SPREADSHEET}" xmlns:r="${RELATIONS}"><sheets><sheet name="Sheet" sheetId="1" r:id="r1"/></sheets>${book}</workbook>`,
      'xl/_rels/workbook.xml.rels': `<Relationships xmlns="${PACKAGE}/relationships"><Relationship Id="r1" Type="${RELATIONS}/worksheet" Target="worksheets/sheet1.xml"/></Relationships>`,
      'xl/styles.xml': `<styleSheet xmlns="${SPREADSHEET}"><cellXfs><xf numFmtId="0"/><xf numFmtId="14"/></cellXfs></styleSheet>`,
      'xl/worksheets/sheet1.xml': `<worksheet xmlns="${SPREADSHEET}">${inner}</worksheet>`,
      ...more,
    },
    faults,
  );
}

const ODF = 'urn:oasis:names:tc:opendocument:xmlns';

/** A spreadsheet (ISO/IEC 26300) of one sheet whose inner XML is given. */
export function ods(inner, { faults } = {}) {
  return zip(
    {
      mimetype: 'application/vnd.oasis.opendocument.spreadsheet',
      'content.xml': `<office:document-content xmlns:office="${ODF}:office:1.0" xmlns:table="${ODF}:table:1.0" xmlns:text="${ODF}:text:1.0"><office:body><office:spreadsheet><table:table table:name="Sheet">${inner}</table:table></office:spreadsheet></office:body></office:document-content>`,
    },
    faults,
  );
}
