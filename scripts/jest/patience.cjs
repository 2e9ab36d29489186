/** A busy machine is five times as slow as a quiet one; only a failure waits so long. */
jest.setTimeout(60_000);
