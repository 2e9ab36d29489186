/** A circle for the whole room: whose turn it is, the challenge in words and in one bar, found or not, who comes next. Runs hands free. */
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { type Circle, pulseOf, roundOf } from '@feldspar/core/circle';
import {
  challengeWords,
  firstName,
  sayWords,
  searchWords,
  turnSign,
  turnWords,
  whole,
} from '@feldspar/core/words';
import { type PointerEvent, useEffect, useEffectEvent, useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { saveCircle } from '../../data/changes.ts';
import { useCircles } from '../../data/hooks.ts';
import { tapOfPointer } from '../../input/taps.ts';
import { useKey } from '../../parts/actions/useKey.ts';
import { ErrorNotice } from '../../parts/layout/ErrorNotice.tsx';
import { NotShown } from '../../parts/layout/NotShown.tsx';
import { ScreenSkeleton } from '../../parts/layout/Skeletons.tsx';
import { DARK } from '../../theme/palette.ts';
import { DISPLAY_FACE } from '../../theme/theme.ts';
import { ChallengeBar } from './ChallengeBar.tsx';
import { useRoom } from './useRoom.ts';
import { useTurn } from './useTurn.ts';

export default function CircleScreen() {
  const { id = '' } = useParams();
  const { data, error } = useCircles();
  const kept = data?.items.find((one) => one.id === id);
  if (kept) return <Running key={id} id={id} kept={kept.document} />;
  if (!data && !error) return <ScreenSkeleton />;
  return (
    <Box component="main" sx={{ p: 4 }}>
      <NotShown what="circle" error={error} />
    </Box>
  );
}

function Running({ id, kept }: { id: string; kept: Circle }) {
  const navigate = useNavigate();
  const [circle, setCircle] = useState(kept);
  const [counting, setCounting] = useState<number | null>(null);
  const room = useRoom(circle.clickBpm);
  const change = (next: Circle) => {
    setCircle(next);
    setCounting(null);
    void saveCircle(id, next);
  };
  const { seat, asked, found, clapped, judge, undo } = useTurn(circle, room, change);
  const isOn = room.state === 'open';
  const hasBegun = room.wasOpen || circle.turns.length > 0;
  const counted = useCountIn(
    isOn ? counting : null,
    asked?.challenge ?? null,
    circle.clickBpm,
    room.nowS,
    () => setCounting(null),
  );
  const countIn = () => {
    const nowS = room.nowS();
    if (nowS !== null) setCounting(nowS);
  };
  const end = () => {
    room.shut();
    change({ ...circle, endedAt: new Date().toISOString() });
    void navigate('/circle');
  };
  const toggle = () => (isOn ? room.shut() : room.open());
  useEffect(() => {
    document.title = `${circle.title} · Feldspar`;
  }, [circle.title]);
  useKey('Escape', toggle);
  useKey('Enter', () => (isOn ? judge('found') : room.open()));
  useKey('x', () => judge('not found'), isOn);
  useKey('s', () => judge('skipped'), isOn);
  useKey('u', undo, circle.turns.length > 0);
  useKey('c', countIn, isOn);
  const who = firstName(circle.seats[seat].name);
  const said = asked ? challengeWords(asked.challenge) : 'nothing can be felt on such a click';
  const onTap = (event: PointerEvent<HTMLElement>) => {
    if (!isOn || (event.target as HTMLElement).closest('button')) return;
    const { left, width } = event.currentTarget.getBoundingClientRect();
    room.tap(
      tapOfPointer(
        {
          timeStamp: event.timeStamp,
          clientX: event.clientX,
          pointerType: event.pointerType,
          pointerId: event.pointerId,
        },
        { left, width },
      ),
    );
  };
  return (
    <Box
      component="main"
      data-scheme="dark"
      onPointerDown={onTap}
      sx={{
        minHeight: '100dvh',
        bgcolor: DARK.ground,
        color: DARK.ink,
        px: { xs: 2, md: 6 },
        py: { xs: 2, md: 4 },
        display: 'flex',
        flexDirection: 'column',
        gap: { xs: 2, md: 3 },
        touchAction: 'manipulation',
      }}
    >
      <Box
        sx={{ display: 'flex', justifyContent: 'space-between', gap: 2, flexWrap: 'wrap', color: DARK.quiet }}
      >
        <Typography>
          <b>{circle.title}</b> · one click at {whole(circle.clickBpm)} a minute · round {roundOf(circle)}
        </Typography>
        <Box sx={{ display: 'flex', gap: 1 }}>
          <RoomButton onClick={toggle}>
            {isOn ? 'Pause (Esc)' : hasBegun ? 'Go on (⏎)' : 'Start (⏎)'}
          </RoomButton>
          <RoomButton onClick={end}>End the circle</RoomButton>
        </Box>
      </Box>
      <Typography
        component="h1"
        sx={{
          fontFamily: DISPLAY_FACE,
          fontWeight: 700,
          fontSize: 'clamp(2rem, 5.3vw, 5.4rem)',
          lineHeight: 1.05,
          textWrap: 'balance',
        }}
      >
        {who}: {said}.
      </Typography>
      {asked && (
        <Typography sx={{ fontSize: 'clamp(1rem, 2vw, 1.7rem)', color: DARK.quiet }}>
          {circle.plays === 'claps'
            ? 'clap every beat so that the click falls there'
            : `play your riff in ${asked.challenge.beats} so that the click falls there`}{' '}
          · felt pulse {whole(pulseOf(asked.challenge, circle.clickBpm))} · {sayWords(asked.challenge)}
        </Typography>
      )}
      {asked && <ChallengeBar challenge={asked.challenge} counted={counted} />}
      <Box
        sx={{
          display: 'grid',
          gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: '2fr 3fr' },
          gap: 3,
          alignItems: 'start',
        }}
      >
        <Box role="status" aria-live="polite">
          <Typography
            sx={{
              fontFamily: DISPLAY_FACE,
              fontWeight: 700,
              fontSize: 'clamp(1.8rem, 4.4vw, 3.6rem)',
              color: DARK.player,
              lineHeight: 1.1,
            }}
          >
            {!isOn
              ? hasBegun
                ? 'pause'
                : 'ready'
              : found?.click !== null && found
                ? 'found'
                : clapped > 0
                  ? 'listening'
                  : 'your turn'}
          </Typography>
          <Typography sx={{ fontSize: 'clamp(1rem, 1.6vw, 1.3rem)', color: DARK.quiet }}>
            {statusWords({ isOn, hasBegun, circle, found, clapped, asked })}
          </Typography>
        </Box>
        <Rounds circle={circle} seat={seat} now={said} />
      </Box>
      {room.error !== undefined && <ErrorNotice error={room.error} />}
      <Box sx={{ mt: 'auto', display: 'flex', flexWrap: 'wrap', gap: 1 }}>
        {isOn ? (
          <>
            <RoomButton onClick={() => judge('found')}>Found (⏎)</RoomButton>
            <RoomButton onClick={() => judge('not found')}>Not found (X)</RoomButton>
            <RoomButton onClick={() => judge('skipped')}>Skip (S)</RoomButton>
            <RoomButton onClick={countIn}>Count in (C)</RoomButton>
          </>
        ) : (
          <RoomButton main onClick={room.open}>
            {room.state === 'opening' ? 'Opening …' : hasBegun ? 'Go on' : 'Start the click'}
          </RoomButton>
        )}
        {circle.turns.length > 0 && <RoomButton onClick={undo}>Undo (U)</RoomButton>}
      </Box>
    </Box>
  );
}

interface StatusFacts {
  isOn: boolean;
  hasBegun: boolean;
  circle: Circle;
  asked: ReturnType<typeof useTurn>['asked'];
  found: ReturnType<typeof useTurn>['found'];
  clapped: number;
}

function statusWords({ isOn, hasBegun, circle, asked, found, clapped }: StatusFacts): string {
  if (!isOn)
    return hasBegun
      ? 'The click stands still; nothing is lost.'
      : 'Start the click, and the first one begins.';
  const begin =
    circle.plays === 'riff'
      ? 'Whoever teaches says with a key whether it was found.'
      : 'Begin on one whenever you like.';
  if (circle.plays === 'claps' && found && asked && clapped > 0)
    return searchWords(asked.challenge, found, clapped);
  // What became of the last turn stays until the next one claps.
  const last = circle.turns.at(-1);
  return last ? `${firstName(circle.seats[last.seat].name)}: ${turnWords(last)}. ${begin}` : begin;
}

const LAST_SHOWN = 4;

/** The last turns, the one that is on, and who comes next. */
function Rounds({ circle, seat, now }: { circle: Circle; seat: number; now: string }) {
  const { seats, turns } = circle;
  return (
    <Box
      component="ul"
      aria-label="Turns"
      sx={{
        listStyle: 'none',
        m: 0,
        p: 0,
        fontSize: 'clamp(1rem, 1.7vw, 1.35rem)',
        color: DARK.quiet,
        lineHeight: 1.6,
      }}
    >
      {turns.slice(-LAST_SHOWN).map((turn, i) => (
        <li key={turns.length - i}>
          {firstName(seats[turn.seat].name)} · {challengeWords(turn.challenge)}{' '}
          <Box component="b" sx={{ color: DARK.ink }}>
            {turnSign(turn)}
          </Box>
        </li>
      ))}
      <li>
        {firstName(seats[seat].name)} · {now}{' '}
        <Box component="b" sx={{ color: DARK.player }}>
          now
        </Box>
      </li>
      {seats.length > 1 && <li>then {firstName(seats[(seat + 1) % seats.length].name)}</li>}
    </Box>
  );
}

interface RoomButtonProps {
  main?: boolean;
  onClick(): void;
  children: React.ReactNode;
}

function RoomButton({ main = false, onClick, children }: RoomButtonProps) {
  return (
    <Button
      variant={main ? 'contained' : 'outlined'}
      size="large"
      onClick={({ currentTarget }) => {
        // The key that claps must not press it again.
        currentTarget.blur();
        onClick();
      }}
      sx={
        main
          ? { minHeight: 56, fontSize: '1.2rem' }
          : { minHeight: 48, color: DARK.ink, borderColor: DARK.line }
      }
    >
      {children}
    </Button>
  );
}

/** One bar counted in by light, from the next time that one comes round for the click to lie right. */
function useCountIn(
  askedAtS: number | null,
  challenge: Parameters<typeof pulseOf>[0] | null,
  clickBpm: number,
  nowS: () => number | null,
  onEnd: () => void,
): number | null {
  const [counted, setCounted] = useState<number | null>(null);
  const tick = useEffectEvent(() => {
    const now = nowS();
    if (now === null || askedAtS === null || !challenge) return;
    const barS = 60 / clickBpm;
    const beatS = barS / challenge.beats;
    const [num, den = 1] = challenge.part.split('/').map(Number);
    const oneS = -(challenge.beat - 1 + num / den) * beatS;
    const bar = Math.ceil((askedAtS - oneS) / barS);
    const beat = Math.floor((now - oneS - bar * barS) / beatS);
    if (beat >= challenge.beats) {
      setCounted(null);
      onEnd();
    } else setCounted(beat >= 0 ? beat : null);
  });
  useEffect(() => {
    if (askedAtS === null) return;
    const timer = setInterval(() => tick(), 30);
    return () => {
      clearInterval(timer);
      setCounted(null);
    };
  }, [askedAtS]);
  return counted;
}
