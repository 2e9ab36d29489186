/** Browser tests wait for sound in real time, and for a machine that is shared; only a failure waits so long. */
jest.setTimeout(900_000);
