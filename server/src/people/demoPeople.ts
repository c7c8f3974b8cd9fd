import type { SessionInfo } from '@abacist/contracts';

/** The people of the demo shop, shown on the sign-in page of the demo only. */
export const DEMO_PEOPLE: SessionInfo['demoUsers'] = [
  {
    username: 'fenella',
    name: 'Fenella',
    role: 'clerk',
    password: 'rope and tar',
    pin: '1357',
  },
  {
    username: 'osric',
    name: 'Osric',
    role: 'bookkeeper',
    password: 'ink and sand',
    pin: '246824',
  },
  {
    username: 'tamsin',
    name: 'Tamsin',
    role: 'manager',
    password: 'salt and oak',
    pin: '864286',
  },
];
