/** The core sample drawn, with its numbers and its scale: strata, seam, grain, hatching, and the vein of what was played. */
import { memo, useId, useMemo } from 'react';
import { INK } from '../../theme/palette.ts';
import { Hatch } from './Hatch.tsx';
import { type CoreLayout, layoutCore } from './layout.ts';
import type { CoreMark, CoreModel } from './model.ts';

export interface CoreSampleProps {
  model: CoreModel;
  width: number;
  rowHeight?: number;
  /** What a reader who cannot see the picture should hear. */
  label: string;
  /** The stage: rows before this one are passed, this one is framed, and there is no scale to read. */
  currentRow?: number;
}

export const CoreSample = memo(function CoreSample(props: CoreSampleProps) {
  const { model, width, rowHeight = 20, label, currentRow } = props;
  const hatchId = useId();
  const layout = useMemo(
    () => layoutCore(model, { width, rowHeight, gutter: 30, head: 26, markRoom: 10 }),
    [model, width, rowHeight],
  );
  const showScale = currentRow === undefined && model.marks.length > 0;
  const height = layout.height + (showScale ? 30 : 0);
  return (
    <svg
      role="img"
      aria-label={label}
      width={width}
      height={height}
      viewBox={`0 0 ${width} ${height}`}
      // A click on the last off-beat lies on the edge.
      style={{ display: 'block', overflow: 'visible' }}
    >
      <Hatch id={hatchId} />
      <BeatNumbers model={model} layout={layout} />
      <Strata
        model={model}
        layout={layout}
        rowHeight={rowHeight}
        hatch={`url(#${hatchId})`}
        currentRow={currentRow}
      />
      <Veins model={model} layout={layout} rowHeight={rowHeight} />
      <Grains model={model} layout={layout} rowHeight={rowHeight} />
      <Hits model={model} layout={layout} rowHeight={rowHeight} />
      {showScale && <Scale layout={layout} />}
    </svg>
  );
});

/** A bar's number needs so much height. */
const NUMBER_PX = 15;

interface Part {
  model: CoreModel;
  layout: CoreLayout;
  rowHeight: number;
}

function BeatNumbers({ model, layout }: Omit<Part, 'rowHeight'>) {
  const beats = Math.max(1, ...model.rows.map((row) => row.beats));
  return Array.from({ length: beats }, (_, beat) => (
    <text
      key={beat}
      x={layout.x(beat)}
      y={16}
      textAnchor="middle"
      fontSize="14"
      fontWeight="700"
      fill={INK.ink}
    >
      {beat + 1}
    </text>
  ));
}

function Strata({
  model,
  layout,
  rowHeight,
  hatch,
  currentRow,
}: Part & { hatch: string; currentRow: number | undefined }) {
  const left = layout.x(-0.5);
  return model.rows.map((row, i) => {
    const top = layout.rowTop(i);
    const height = rowHeight - 2;
    const passed = currentRow !== undefined && i < currentRow;
    const box = { x: left, y: top, width: layout.rowWidth(i), height, rx: Math.min(4, height / 3) };
    return (
      <g key={i}>
        <rect
          {...box}
          fill={passed ? INK.passed : row.silent ? INK.ground : INK.paper}
          stroke={INK.line}
          strokeWidth={1}
        />
        {row.silent && <rect {...box} fill={hatch} />}
        {Array.from({ length: row.beats }, (_, beat) => (
          <line
            key={beat}
            x1={layout.x(beat)}
            x2={layout.x(beat)}
            y1={top}
            y2={top + height}
            stroke={INK.quiet}
            strokeOpacity={0.55}
          />
        ))}
        {i === currentRow && <rect {...box} fill="none" stroke={INK.ink} strokeWidth="2.5" />}
        {row.startsSection && (
          <line
            // Rows as low as a number leave no room between two of them.
            x1={rowHeight < NUMBER_PX ? left : left - 26}
            x2={left + box.width}
            y1={top - 1}
            y2={top - 1}
            stroke={INK.ink}
            strokeWidth="1.5"
          />
        )}
        <text
          x={left - 8}
          y={top + height / 2 + 4}
          textAnchor="end"
          fontSize="12"
          fontWeight={i === currentRow ? 700 : 400}
          fill={i === currentRow ? INK.ink : INK.quiet}
        >
          {row.label}
        </text>
      </g>
    );
  });
}

/** A grain where a click sounded: a dark lozenge on the row. Where the record sounds, a line runs through it. */
function Grains({ model, layout, rowHeight }: Part) {
  const r = Math.min(5.5, rowHeight * 0.28);
  return (
    <g fill={INK.click}>
      {model.rows.map(
        ({ record, beats }, i) =>
          record && (
            <rect
              key={`record ${i}`}
              x={layout.x(-0.5)}
              y={layout.rowTop(i) + (rowHeight - 2) / 2 - 1}
              width={layout.x(beats - 0.5) - layout.x(-0.5)}
              height={2}
            />
          ),
      )}
      {model.rows.flatMap((row, i) =>
        row.clicks.map((at) => {
          const [cx, cy] = [layout.x(at), layout.rowTop(i) + (rowHeight - 2) / 2];
          return <path key={`${i} ${at}`} d={`M${cx} ${cy - r}l${r} ${r}l${-r} ${r}l${-r} ${-r}z`} />;
        }),
      )}
    </g>
  );
}

/** One vein a beat: it joins the hits of the same place from row to row. */
function Veins({ model, layout, rowHeight }: Part) {
  const paths = useMemo(() => {
    const byPlace = new Map<number, CoreMark[]>();
    for (const mark of model.marks) byPlace.set(mark.at, [...(byPlace.get(mark.at) ?? []), mark]);
    return [...byPlace.values()].map((marks) =>
      marks
        .map((mark, i) => {
          const follows = i > 0 && mark.row - marks[i - 1].row === 1;
          const y = layout.rowTop(mark.row) + (rowHeight - 2) / 2;
          return `${follows ? 'L' : 'M'}${layout.hitX(mark.at, mark.asynchronyMs).toFixed(1)} ${y.toFixed(1)}`;
        })
        .join(''),
    );
  }, [model, layout, rowHeight]);
  return paths.map((d, i) => (
    <path key={i} d={d} fill="none" stroke={INK.player} strokeOpacity="0.4" strokeWidth="1.3" />
  ));
}

/**
 * Hits within the tolerance are plain bars; earlier ones carry a flag to the left, later ones to the right, so that
 * side, shape and colour say the same.
 */
function Hits({ model, layout, rowHeight }: Part) {
  const height = Math.max(3, (rowHeight - 2) * 0.72);
  const width = 3.4;
  return (
    <g>
      {model.missed.map(({ row, at }) => (
        <circle
          key={`missed ${row} ${at}`}
          cx={layout.x(at)}
          cy={layout.rowTop(row) + (rowHeight - 2) / 2}
          r={Math.min(6.5, rowHeight * 0.36)}
          fill="none"
          stroke={INK.player}
          strokeWidth="1.6"
          strokeDasharray="2.4 2"
        />
      ))}
      {model.extra.map(({ row, at }, i) => (
        <circle
          key={`extra ${i}`}
          cx={layout.x(at)}
          cy={layout.rowTop(row) + (rowHeight - 2) / 2}
          r="2.2"
          fill={INK.player}
          fillOpacity="0.7"
        />
      ))}
      {model.marks.map(({ row, at, asynchronyMs }, i) => {
        const x = layout.hitX(at, asynchronyMs);
        const y = layout.rowTop(row) + (rowHeight - 2 - height) / 2;
        const side = Math.abs(asynchronyMs) <= model.toleranceMs ? 0 : Math.sign(asynchronyMs);
        return (
          <g key={i}>
            <rect x={x - width / 2} y={y} width={width} height={height} rx={width / 2} fill={INK.player} />
            {side !== 0 && (
              <path
                d={`M${x + side * 3} ${y + height / 2 - 4}l${side * 5} 4l${-side * 5} 4z`}
                fill={side < 0 ? INK.early : INK.late}
              />
            )}
          </g>
        );
      })}
    </g>
  );
}

function Scale({ layout }: { layout: CoreLayout }) {
  const y = layout.height + 14;
  const x = layout.x(-0.5);
  const length = layout.scaleMs * layout.pxPerMs;
  return (
    <g stroke={INK.quiet} fill={INK.quiet}>
      <path
        d={`M${x} ${y - 4}v8M${x} ${y}h${length}M${x + length} ${y - 4}v8`}
        fill="none"
        strokeWidth="1.4"
      />
      <text x={x + length + 8} y={y + 4} fontSize="12.5" stroke="none">
        {layout.scaleMs} ms between a hit and its line
      </text>
    </g>
  );
}
