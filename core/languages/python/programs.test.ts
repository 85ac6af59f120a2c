import { describe, expect, it } from 'vitest';
import { factsOfTexts, fileTree } from '../../../tests/surveyText.ts';
import { python } from './index.ts';

describe('programs in Python', () => {
  it('are packages that can be run, and files that ask whether they are', async () => {
    const files = {
      'canal/__main__.py': 'print(1)\n',
      'canal/locks.py': "def main(): pass\nif __name__ == '__main__':\n    main()\n",
      'canal/tolls.py': "NAME = '__main__'\n",
      'app.py': 'if __name__ == "__main__":\n    print(2)\n',
    };
    expect(python.entryPoints!(fileTree(files), await factsOfTexts(files))).toEqual([
      { path: 'app.py', role: 'program', name: 'app.py' },
      { path: 'canal/__main__.py', role: 'program', name: 'canal' },
      { path: 'canal/locks.py', role: 'program', name: 'locks.py', isBeside: true },
    ]);
  });
});
