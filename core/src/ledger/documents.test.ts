import { DOCUMENT_KINDS, DOCUMENTS, undoneBy, type DocumentKind } from './documents';

test('no two kinds share a series, so that a number names one document', () => {
  const series = DOCUMENT_KINDS.map((kind) => DOCUMENTS[kind].series);
  expect(new Set(series).size).toBe(series.length);
});

test('what undoes a document is a kind of its own, undoes that kind alone and is not undone', () => {
  const undoing = DOCUMENT_KINDS.flatMap((kind) => undoneBy(kind) ?? []) as DocumentKind[];
  expect(new Set(undoing).size).toBe(undoing.length);
  for (const kind of undoing) {
    expect(DOCUMENT_KINDS).toContain(kind);
    expect(undoneBy(kind)).toBeUndefined();
  }
});
