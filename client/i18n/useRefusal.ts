import type { Refusal } from '@abacist/core/outcome';
import i18next from 'i18next';
import { ApiError } from '~/api/http';
import { Cancelled } from '~/api/command';
import { useWordsByCode } from './index';
import { useParams } from './useParams';

/**
 * Words a refusal: what is wrong, where it stands, how to mend it; its parameters as `useParams`
 * writes them.
 */
export function useRefusalText(): (refusal: Refusal) => string {
  const t = useWordsByCode();
  const inWords = useParams();
  return ({ code, at, params = {} }) => {
    const values = inWords(params);
    const key = `refusal.${code.replaceAll('.', '_')}`;
    const general = code.startsWith('input.') ? 'refusal.input' : 'refusal.unknown';
    const text = t(i18next.exists(key) ? key : general, { ...values, code, at: at ?? '' });
    return at && /^(row|line|Stmt)/.test(at)
      ? `${at[0]!.toUpperCase()}${at.slice(1)}: ${text}`
      : text;
  };
}

/** The refusals of whatever a command threw; none when a person cancelled it. */
export function refusalsOf(error: unknown): Refusal[] {
  if (!error || error instanceof Cancelled) return [];
  if (error instanceof ApiError) {
    return error.body.refusals.length
      ? error.body.refusals
      : [{ code: `http.${error.body.error}` }];
  }
  return [{ code: 'client.broken' }];
}
