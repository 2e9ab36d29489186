/** A busy machine is five times as slow as a quiet one, and unit tests give way to all others; only a failure waits so long. */
jest.setTimeout(300_000);
