/** Browser tests wait for sound in real time. */
jest.setTimeout(300_000);
