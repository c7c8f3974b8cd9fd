import writeXlsxFile from 'write-excel-file/node';

type Work = {
  columns: string[];
  /** How many columns at the left are text; the others are figures, as plain decimals. */
  texts: number;
  rows: string[][];
  sheet: string;
};

/** Writes a table as a workbook (Office Open XML), off the main thread. */
export default async function work({
  columns,
  texts,
  rows,
  sheet,
}: Work): Promise<Uint8Array> {
  const head = columns.map((value) => ({ value, type: String, fontWeight: 'bold' as const }));
  const data = rows.map((cells) =>
    cells.map((value, i) =>
      i < texts
        ? { value, type: String }
        : { value: Number(value), type: Number, format: '#,##0.00' },
    ),
  );
  return new Uint8Array(await writeXlsxFile([head, ...data], { sheet }).toBuffer());
}
