import { fetchCode } from './fetch-code.ts';

/** What a server with these files has; what was asked of it. */
function serverWith(files: Record<string, string>): string[] {
  const asked: string[] = [];
  window.fetch = async (address) => {
    asked.push(address as string);
    const text = files[address as string];
    return {
      ok: text !== undefined,
      status: text === undefined ? 404 : 200,
      json: async () => JSON.parse(text) as unknown,
      arrayBuffer: async () => new ArrayBuffer(0),
    } as Response;
  };
  return asked;
}

const TWO = { '/code.json': '["/assets/a.js","/assets/b.js"]', '/assets/a.js': '', '/assets/b.js': '' };

beforeEach(() => sessionStorage.clear());

it('fetches every file once for each tab and each build', async () => {
  const asked = serverWith(TWO);
  await fetchCode('one');
  await fetchCode('one');
  expect(asked).toEqual(['/code.json', '/assets/a.js', '/assets/b.js']);
  await fetchCode('two');
  expect(asked).toHaveLength(6);
});

it('what did not come is asked for again by the next page', async () => {
  serverWith({ ...TWO, '/assets/b.js': undefined as unknown as string });
  await fetchCode('one');
  const asked = serverWith(TWO);
  await fetchCode('one');
  expect(asked).toContain('/assets/b.js');
});

it.each(['["https://elsewhere.example/a.js"]', '["/api/players"]', '{', 'null'])(
  'a list that is none of ours is not followed: %s',
  async (list) => {
    const asked = serverWith({ '/code.json': list });
    await fetchCode('one');
    expect(asked).toEqual(['/code.json']);
  },
);
