/** One row of the stick: its number, its note, its blocks true to scale, and what it is to the player. */
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { RATE_RANGE, rateOf, readRate } from '@feldspar/core/reference';
import { Fraction, NORMAL_BEAT, type Tempo, nameOfLength, saidIn } from '@feldspar/core/time';
import { type KeyboardEvent, type PointerEvent, useId, useRef } from 'react';
import { LOCALE, oneDecimal } from '../../text/text.ts';
import { useTypedRate } from '../../parts/tempo/useTypedRate.ts';
import { INK } from '../../theme/palette.ts';
import { DISPLAY_FACE } from '../../theme/theme.ts';
import { nearestEdge, rateOfEdge } from './stick-scale.ts';

export interface StickRowProps {
  length: Tempo['beat'];
  at: Tempo;
  windowS: number;
  barsS: number[];
  isClick: boolean;
  isFoot: boolean;
  heard: boolean;
  /** Why it cannot be heard, or null. */
  mute: string | null;
  onSpeed(tempo: Tempo): void;
  onClick(): void;
  onFoot(): void;
  onHear(): void;
  /** An edge is being dragged: the scale must stand still. */
  onDragging(dragging: boolean): void;
}

/** Width of number and name beside the track, on a wide screen. */
const HEAD = 200;
const TAIL = 148;

export function StickRow(props: StickRowProps) {
  const { length, at, isClick, isFoot } = props;
  const name = nameOfLength(length);
  const { bpm, seconds } = rateOf(length, at);
  const range = rangeOf(length);
  const setWithin = (rate: Tempo['bpm']) => {
    if (rate.gte(range.min) && rate.lte(range.max)) field.set(rate);
  };
  const field = useTypedRate({
    value: bpm,
    read: (text) => readRate(text, range),
    onChange: (rate) => props.onSpeed({ bpm: rate, beat: length }),
  });
  const step = (event: KeyboardEvent) => {
    const by = { ArrowUp: 1, ArrowDown: -1, PageUp: 10, PageDown: -10 }[event.key];
    if (!by) return;
    event.preventDefault();
    setWithin(bpm.add(by));
  };
  const problemId = useId();
  const edge = isFoot ? INK.player : isClick ? INK.click : INK.line;
  return (
    <Box
      component="li"
      aria-label={[name, isClick && 'the click', isFoot && 'the foot'].filter(Boolean).join(', ')}
      sx={{
        display: 'grid',
        gridTemplateColumns: {
          xs: '84px minmax(0, 1fr) auto',
          sm: `84px ${HEAD - 84}px minmax(0, 1fr) ${TAIL}px`,
        },
        alignItems: 'center',
        border: `${isClick || isFoot ? 2 : 1}px solid`,
        m: isClick || isFoot ? 0 : '1px',
        borderColor: edge,
        bgcolor: isClick || isFoot ? 'background.paper' : undefined,
        borderRadius: 1,
        px: 1,
        py: { xs: 0.75, sm: 0.25 },
      }}
    >
      <Box
        component="input"
        aria-label={`${name}, a minute`}
        aria-invalid={field.problem !== null}
        aria-describedby={field.problem ? problemId : undefined}
        inputMode="decimal"
        value={field.text}
        onChange={({ target }) => field.type((target as HTMLInputElement).value)}
        onKeyDown={step}
        sx={{
          width: '100%',
          minWidth: 0,
          height: 44,
          font: 'inherit',
          fontFamily: DISPLAY_FACE,
          fontWeight: 700,
          fontSize: field.text.length > 5 ? '1.1rem' : '1.5rem',
          color: 'inherit',
          background: 'none',
          border: 0,
          borderBottom: `1px dotted ${INK.quiet}`,
          borderRadius: 0,
          p: 0,
        }}
      />
      <Box sx={{ pl: 1.5 }}>
        <Typography variant="body2" sx={{ lineHeight: 1.2 }}>
          {name}
        </Typography>
        <Typography variant="body2" sx={{ color: 'text.secondary', fontSize: '0.8rem', lineHeight: 1.3 }}>
          {milliseconds(seconds)}
        </Typography>
      </Box>
      <Track {...props} setWithin={setWithin} blockS={seconds.valueOf()} />
      <Marks {...props} name={name} />
      {field.problem && (
        <Typography
          id={problemId}
          role="alert"
          variant="body2"
          sx={{ gridColumn: '1 / -1', color: 'error.main', py: 0.5 }}
        >
          {field.problem}
        </Typography>
      )}
    </Box>
  );
}

interface TrackProps extends StickRowProps {
  blockS: number;
  setWithin(rate: Tempo['bpm']): void;
}

/** The blocks. Dragging an edge is the same as typing the number, so it needs no name of its own. */
function Track({ windowS, barsS, blockS, isClick, isFoot, setWithin, onDragging }: TrackProps) {
  const dragged = useRef<number | null>(null);
  const secondsAt = (event: PointerEvent) => {
    const { left, width } = event.currentTarget.getBoundingClientRect();
    return ((event.clientX - left) / width) * windowS;
  };
  const begin = (event: PointerEvent) => {
    if (event.button !== 0) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    dragged.current = nearestEdge(secondsAt(event), blockS);
    onDragging(true);
  };
  const move = (event: PointerEvent) => {
    if (dragged.current !== null) setWithin(rateOfEdge(secondsAt(event), dragged.current));
  };
  const end = () => {
    dragged.current = null;
    onDragging(false);
  };
  const [strong, weak] =
    isFoot && isClick
      ? ['player', 'click']
      : isFoot
        ? ['player', 'player']
        : isClick
          ? ['click', 'click']
          : ['line', 'line'];
  const share = (100 * blockS) / windowS;
  const blocks = Math.min(4000, Math.ceil(windowS / blockS));
  return (
    <Box
      aria-hidden
      onPointerDown={begin}
      onPointerMove={move}
      onPointerUp={end}
      onPointerCancel={end}
      sx={{
        position: 'relative',
        gridColumn: { xs: '1 / -1', sm: 'auto' },
        order: { xs: 1, sm: 0 },
        height: { xs: 34, sm: 46 },
        cursor: 'ew-resize',
        touchAction: 'pan-y',
      }}
    >
      <svg width="100%" height="100%" style={{ display: 'block', overflow: 'hidden' }}>
        {Array.from({ length: blocks }, (_, i) => (
          <rect
            key={i}
            x={`${share * i}%`}
            y="20%"
            width={`${Math.max(share * 0.4, share - 0.55)}%`}
            height="60%"
            rx={2}
            fill={INK[(i % 2 === 0 ? strong : weak) as 'line']}
            opacity={i % 2 === 0 || strong !== weak ? 1 : 0.62}
          />
        ))}
      </svg>
      {barsS.map((timeS) => (
        <Box
          key={timeS}
          sx={{
            position: 'absolute',
            top: -6,
            bottom: -6,
            left: `${(100 * timeS) / windowS}%`,
            borderLeft: `1px dashed ${INK.quiet}`,
            pointerEvents: 'none',
          }}
        />
      ))}
    </Box>
  );
}

function Marks({
  name,
  isClick,
  isFoot,
  heard,
  mute,
  onClick,
  onFoot,
  onHear,
}: StickRowProps & { name: string }) {
  const mark = (
    text: string,
    label: string,
    pressed: boolean,
    colour: string,
    onPress: () => void,
    title?: string,
  ) => (
    <Button
      size="small"
      aria-label={label}
      aria-pressed={pressed}
      disabled={title !== undefined}
      title={title}
      onClick={onPress}
      sx={{
        minWidth: 0,
        minHeight: { xs: 44, sm: 40 },
        px: 1,
        fontSize: '0.85rem',
        fontWeight: pressed ? 700 : 500,
        color: pressed ? 'background.paper' : 'text.secondary',
        bgcolor: pressed ? colour : 'transparent',
        '&:hover': { bgcolor: pressed ? colour : 'action.hover' },
      }}
    >
      {text}
    </Button>
  );
  return (
    <Box sx={{ display: 'flex', justifyContent: 'flex-end', gap: 0.25 }}>
      {mark('click', `The click is on the ${name}`, isClick, INK.click, onClick)}
      {mark('foot', `The foot is on the ${name}`, isFoot, INK.player, onFoot)}
      {mark('hear', `Hear the ${name}`, heard, INK.ink, onHear, mute ?? undefined)}
    </Box>
  );
}

/** What may be typed in a row, so that the tempo stays within its range. */
function rangeOf(length: Tempo['beat']): { min: number; max: number } {
  const said = (quarters: number) => saidIn({ bpm: new Fraction(quarters), beat: NORMAL_BEAT }, length).bpm;
  return { min: said(RATE_RANGE.min).ceil(2).valueOf(), max: said(RATE_RANGE.max).floor(2).valueOf() };
}

const MILLISECONDS = new Intl.NumberFormat(LOCALE, { maximumFractionDigits: 1, useGrouping: false });

function milliseconds(seconds: Tempo['bpm']): string {
  const s = seconds.valueOf();
  return s >= 10 ? `${oneDecimal(s)} s` : `${MILLISECONDS.format(1000 * s)} ms`;
}
