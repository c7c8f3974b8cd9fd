/**
 * The taxes of a ticket `?, ?` by authority, signed: of what it sold, less of what it took back. The tax of a
 * restocking fee stands at position 0 of what came back. `back`: whether it came back.
 */
export const SIGNED_TAXES = `
  SELECT sale_id, authority_id, tax_minor AS tax, 0 AS back
  FROM sale_line_tax WHERE sale_id = ?
  UNION ALL
  SELECT sale_id, authority_id, IF(position = 0, tax_minor, -tax_minor), 1
  FROM return_line_tax WHERE sale_id = ?`;
