'use client';
import type { ECharts } from 'echarts/core';
import { useEffect, useMemo, useRef, useState } from 'react';
import styled from 'styled-components';
import { usePreferences } from '../kit/preferences';
import { APART_PX, type Band, type ChartProps, inShown, type Level, type Line, namedLevels } from './chart';
import { inTurn, outOfTurn } from './inTurn';
import { Handles, type Place } from './Handles';

const Frame = styled.div`
  /* Until it is drawn anew at a new size, the drawing of the old one ends at its frame. */
  overflow: hidden;
  width: 100%;
  min-width: 0;
  /* What is drawn in it never holds the page at its old width. */
  contain: inline-size;
`;

const WIDTH = { strong: 3, thin: 1.2, dashed: 2, dotted: 1.6 };
const TYPE = { strong: 'solid', thin: 'solid', dashed: 'dashed', dotted: 'dotted' } as const;

/** Tokens of the theme as the chart library wants them: it cannot read CSS variables. */
const tokens = () => {
  const css = getComputedStyle(document.documentElement);
  return (name: string) => css.getPropertyValue(`--${name}`).trim();
};

/** A mark of an axis, without the dust of the binary fractions it was added up from. */
const tickText = (v: number): string => String(Math.abs(v) >= 100 ? Math.round(v) : Number(v.toPrecision(6)));

/** Paper round the plot, px. */
const PLOT = { top: 26, bottom: 34, axis: 18 };
/** Height of one unit of the upright axis, px. */
function pxPerUnit(lines: readonly Line[], height: number): number {
  const all = lines.flatMap((l) => l.points.map((p) => p[1]));
  return (height - PLOT.top - PLOT.bottom - PLOT.axis) / Math.max(Math.max(...all) - Math.min(0, ...all), 1e-9);
}

/** How far each line's name is moved down so that none covers another, px: from the top line on. */
function nameOffsets(lines: readonly Line[], height: number): number[] {
  const named = lines.map((l, i) => ({ i, y: l.points.at(-1)?.[1] ?? 0, named: !l.marks && l.name !== '' })).filter((l) => l.named);
  const perUnit = pxPerUnit(lines, height);
  const offsets = lines.map(() => 0);
  let last = -Infinity;
  for (const { i, y } of named.sort((a, b) => b.y - a.y)) {
    const wanted = -y * perUnit;
    last = Math.max(wanted, last + APART_PX);
    offsets[i] = last - wanted;
  }
  return offsets;
}

const bandSeries = ({ name, points, colour, opacity }: Band, of: (token: string) => string) => ({
  type: 'custom',
  name,
  data: points.map((p) => [...p]),
  silent: true,
  clip: true,
  z: 1,
  tooltip: { show: false },
  encode: { x: 0, y: [1, 2] },
  renderItem: (at: { dataIndex: number }, api: { coord(p: number[]): number[] }) =>
    at.dataIndex === 0
      ? {
          type: 'polygon',
          shape: {
            points: [
              ...points.map(([px, low]) => api.coord([px, low])),
              ...[...points].reverse().map(([px, , high]) => api.coord([px, high])),
            ],
          },
          style: { fill: of(colour), opacity },
        }
      : null,
});

type Token = ReturnType<typeof tokens>;

const lineSeries = (l: Line, offset: number, of: Token) => ({
  type: 'line',
  name: l.name,
  data: l.points,
  step: l.step ? 'middle' : false,
  symbol: l.marks ? 'circle' : 'none',
  symbolSize: 9,
  itemStyle: l.marks ? { color: of('ground'), borderColor: of(l.colour), borderWidth: 2 } : { color: of(l.colour) },
  lineStyle: { width: l.marks ? 0 : WIDTH[l.look], type: TYPE[l.look], color: of(l.colour) },
  endLabel: {
    show: !l.marks && l.name !== '',
    formatter: l.name,
    color: l.look === 'thin' ? of('soft') : of('ink'),
    fontFamily: 'Archivo Variable',
    fontSize: 12,
    offset: [0, offset],
  },
  z: l.look === 'strong' ? 5 : 3,
});

/** Level lines, each named where there is room; a name keeps the lines behind it off. */
const levelSeries = (levels: readonly Level[], named: ReadonlySet<Level>, ink: string, ground: string, text: object) => ({
  type: 'line',
  data: [],
  silent: true,
  markLine: {
    symbol: 'none',
    lineStyle: { color: ink, width: 1, type: [2, 3] },
    data: levels.map((l) => ({
      name: l.name,
      yAxis: l.value,
      label: {
        show: named.has(l),
        position: l.at === 'start' ? 'insideStartTop' : 'insideEndTop',
        formatter: '{b}',
        ...text,
        textBorderColor: ground,
        textBorderWidth: 3,
      },
    })),
  },
});

function optionOf({ description, lines, bands = [], levels = [], x, y, height }: ChartProps) {
  const offsets = nameOffsets(lines, height);
  const of = tokens();
  const [ink, soft, rule, fine] = ['ink', 'soft', 'rule', 'fine'].map(of);
  const text = { color: soft, fontFamily: 'Archivo Variable', fontSize: 12 };
  return {
    animation: false,
    aria: { enabled: true, label: { description } },
    grid: {
      left: 8,
      right: lines.some((l) => l.name !== '' && !l.marks) ? 118 : 16,
      top: PLOT.top,
      bottom: PLOT.bottom,
      containLabel: true,
    },
    tooltip: {
      trigger: 'axis',
      valueFormatter: (v: unknown) =>
        typeof v === 'number' ? `${(y.magnitude ? Math.abs(v) : v).toFixed(y.unit === 'N' || y.unit === 'lbf' ? 0 : 2)} ${y.unit}` : '',
      backgroundColor: of('sheet'),
      borderColor: rule,
      textStyle: { ...text, color: ink },
    },
    xAxis: {
      type: 'value',
      name: `${x.name}, ${x.unit}`,
      nameLocation: 'middle',
      nameGap: 24,
      min: x.min ?? 0,
      // Said also where there is none: a chart keeps what it was once told.
      max: x.max ?? null,
      axisLine: { lineStyle: { color: ink } },
      axisLabel: { ...text, showMaxLabel: true, hideOverlap: true, formatter: tickText },
      nameTextStyle: text,
      splitLine: { lineStyle: { color: fine } },
    },
    yAxis: {
      type: 'value',
      name: y.unit ? `${y.name}, ${y.unit}` : y.name,
      nameTextStyle: { ...text, align: 'left' },
      scale: y.min === undefined,
      ...(y.min === undefined ? {} : { min: y.min }),
      axisLabel: { ...text, formatter: (v: number) => tickText(y.magnitude ? Math.abs(v) : v) },
      splitLine: { lineStyle: { color: fine } },
    },
    series: [
      ...bands.map((b) => bandSeries(b, of)),
      ...lines.map((l, i) => lineSeries(l, offsets[i]!, of)),
      levelSeries(levels, namedLevels(levels, pxPerUnit(lines, height)), ink!, of('ground'), text),
    ],
  };
}

/** A chart of lines over one axis: spring force, leverage, rates; given in metric units, shown in the page's. Drawn as SVG in the theme's colours, by day and by night. */
export function LineChart(given: ChartProps) {
  const { system } = usePreferences();
  const props = useMemo(() => inShown(given, system), [given, system]);
  const box = useRef<HTMLDivElement>(null);
  const chart = useRef<ECharts | null>(null);
  const latest = useRef(props);
  const [place, setPlace] = useState<Place | null>(null);
  useEffect(() => {
    latest.current = props;
    inTurn(chart, () => chart.current?.setOption(optionOf(latest.current), { replaceMerge: ['series'] }));
  }, [props]);
  useEffect(() => {
    const element = box.current;
    if (!element) return;
    let gone = false;
    const draw = () => chart.current?.setOption(optionOf(latest.current), { notMerge: true });
    const resized = new ResizeObserver(() => {
      const made = chart.current;
      // Told once as soon as it is looked at: drawn for that size already.
      if (made && (made.getWidth() !== element.clientWidth || made.getHeight() !== element.clientHeight)) made.resize();
    });
    const themed = new MutationObserver(draw);
    const make = (init: (typeof import('./echarts'))['init']) => {
      const made = init(element, null, { renderer: 'svg' });
      chart.current = made;
      if (latest.current.handles)
        made.on('finished', () =>
          setPlace({
            pixel: (x, y) => made.convertToPixel('grid', [x, y]) as [number, number],
            value: (top) => (made.convertFromPixel('grid', [0, top]) as [number, number])[1],
          }),
        );
      draw();
      resized.observe(element);
      themed.observe(document.documentElement, { attributes: true, attributeFilter: ['data-theme'] });
    };
    void import('./echarts').then(({ init }) => {
      if (!gone) inTurn(element, () => make(init));
    });
    return () => {
      gone = true;
      for (const drawing of [chart, element]) outOfTurn(drawing);
      resized.disconnect();
      themed.disconnect();
      chart.current?.dispose();
      chart.current = null;
    };
  }, []);
  const picture = <Frame ref={box} style={{ height: props.height }} role="img" aria-label={props.description} />;
  if (!props.handles) return picture;
  return (
    <div style={{ position: 'relative' }}>
      {picture}
      <Handles handles={props.handles} place={place} magnitude={props.y.magnitude} />
    </div>
  );
}
