declare module 'express-mysql-session' {
  import type session from 'express-session';
  import type { Pool } from 'mysql2/promise';

  type Options = {
    createDatabaseTable?: boolean;
    endConnectionOnClose?: boolean;
    disableTouch?: boolean;
    expiration?: number;
    checkExpirationInterval?: number;
    schema?: { tableName?: string };
  };
  type Store = session.Store & { close(): Promise<void> };
  export default function create(
    module: typeof session,
  ): new (options: Options, connection: Pool) => Store;
}
