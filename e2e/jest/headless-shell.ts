/**
 * Screens are driven in Chromium's headless shell where it is installed: the same engine without what a browser has besides pages, for a quarter
 * less processor time. What is heard, and takes that are played, stay with the whole browser, as musicians have it.
 */
import { existsSync } from 'node:fs';

/** Itself, not the script in /usr/bin: that would be ended in its place, and leave it running. */
const SHELL = '/usr/lib/chromium/chromium-headless-shell';
if (!process.env.CHROMIUM && existsSync(SHELL)) process.env.CHROMIUM = SHELL;
