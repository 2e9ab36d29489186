/** What is said about latency and care, once. */

export const LATENCY_TOUCHES =
  'Latency moves every hit by the same amount: it changes how early or late you are with the click, never drift, steadiness or how long you hold.';

export const HABIT =
  'Tapping along measures the equipment and your habit together: most people tap a little before a click, trained ones 10 to 20 ms, others 20 to 50.';

export const CARE: readonly string[] = [
  'Set the click just loud enough to be heard over your instrument. Loudness over hours harms hearing: 85 dB(A) is too much after eight hours, 88 after four, 91 after two.',
  'On headphones begin low: a click has a sharp edge, and ringing ears after practice mean it was too loud.',
  'Repeat with loose hands and stop before they tire. Pain, numbness or tingling is a reason to stop today and to ask a doctor or a musicians’ physiotherapist.',
];
