/* global jest */
/* A machine that does several things at once may take its time: no test is timed. */
jest.setTimeout(240_000);
