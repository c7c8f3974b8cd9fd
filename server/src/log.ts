import { pino, type Logger } from 'pino';

/** A log that never holds a password, a PIN, a cookie or a file's content. */
export function createLog(level = process.env['LOG_LEVEL'] ?? 'info'): Logger {
  return pino({
    level,
    redact: ['req.headers.cookie', 'res.headers["set-cookie"]', 'password', 'pin'],
  });
}
