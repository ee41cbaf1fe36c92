'use client';
import { LineChart, ScatterChart } from 'echarts/charts';
import { GridComponent } from 'echarts/components';
import { init, use } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import { type PointerEvent, useEffect, useRef } from 'react';
import { decimal } from '../../../../core/number/format.ts';
import type { AreaAt } from '../../../../core/section/cutThrough.ts';
import { screenColour } from '../../../screenColour.ts';

use([LineChart, ScatterChart, GridComponent, SVGRenderer]);

const HEIGHT = 130;

/** The area between two places that were looked at. */
const areaAt = (curve: readonly AreaAt[], by: number): number => {
  const i = curve.findIndex((p) => p.by >= by);
  const [a, b] = [curve[Math.max(0, i - 1)], curve[i < 0 ? curve.length - 1 : i]];
  if (!a || !b) return 0;
  return b.by > a.by ? a.area + ((b.area - a.area) * (by - a.by)) / (b.by - a.by) : b.area;
};

/**
 * The area of a cut against the place of its plane: the point on the curve is the plane as it stands. Pressed or dragged, the plane goes
 * there; the arrow keys move it by a hundredth of its way.
 */
export const AreaCurve = ({
  curve,
  units,
  onMove,
}: {
  curve: readonly AreaAt[];
  units: string;
  /** how far to move the plane from where it stands, part units */
  onMove: (by: number) => void;
}) => {
  const room = useRef<HTMLDivElement>(null);
  const chart = useRef<ReturnType<typeof init>>(undefined);
  const held = useRef<number>(undefined);
  const [low, high] = [curve[0]?.by ?? 0, curve.at(-1)?.by ?? 0];
  const show = (by: number): void => {
    chart.current?.setOption({ series: [{}, { data: [[by - low, areaAt(curve, by)]] }] });
  };
  useEffect(() => {
    if (!room.current) return;
    const made = init(room.current, undefined, { renderer: 'svg', height: HEIGHT });
    chart.current = made;
    const within = room.current;
    const ink = (name: string): string => screenColour(name, within);
    const text = { color: ink('second'), fontSize: 11, fontFamily: 'inherit' };
    const rule = { lineStyle: { color: ink('rule') } };
    made.setOption({
      animation: false,
      grid: { left: 4, right: 14, top: 20, bottom: 18, containLabel: true },
      xAxis: {
        type: 'value',
        max: high - low,
        name: `along its way, ${units}`,
        nameLocation: 'middle',
        nameGap: 20,
        nameTextStyle: text,
        splitNumber: 4,
        axisLabel: { ...text, showMaxLabel: false, formatter: (x: number) => decimal(x, 1) },
        splitLine: { show: false },
        axisLine: { lineStyle: { color: ink('rule-strong') } },
      },
      yAxis: {
        type: 'value',
        name: `area, ${units}²`,
        nameTextStyle: { ...text, align: 'left' },
        splitNumber: 3,
        axisLabel: { ...text, formatter: (x: number) => decimal(x, 1) },
        splitLine: rule,
      },
      series: [
        {
          type: 'line',
          showSymbol: false,
          data: curve.map((p) => [p.by - low, p.area]),
          lineStyle: { color: ink('house'), width: 1.5 },
          areaStyle: { color: ink('lit') },
          silent: true,
        },
        {
          type: 'scatter',
          symbolSize: 10,
          data: [[-low, areaAt(curve, 0)]],
          itemStyle: { color: ink('paper'), borderColor: ink('house'), borderWidth: 2 },
          silent: true,
        },
      ],
    });
    return () => {
      made.dispose();
      chart.current = undefined;
    };
  }, [curve, units, low, high]);
  const placeOf = (e: PointerEvent<HTMLDivElement>): number | undefined => {
    const box = e.currentTarget.getBoundingClientRect();
    const at = chart.current?.convertFromPixel({ seriesIndex: 0 }, [
      e.clientX - box.left,
      e.clientY - box.top,
    ]);
    return Array.isArray(at) ? Math.min(high, Math.max(low, (at[0] as number) + low)) : undefined;
  };
  return (
    <div
      ref={room}
      role="slider"
      tabIndex={0}
      aria-label="Place of the plane on the curve of its area"
      aria-valuemin={0}
      aria-valuemax={Number((high - low).toFixed(3))}
      aria-valuenow={Number((-low).toFixed(3))}
      aria-valuetext={`${decimal(-low, 2)} ${units} along its way, area ${decimal(areaAt(curve, 0), 1)} ${units}²`}
      className="mx-3 cursor-ew-resize touch-none"
      style={{ height: HEIGHT }}
      onPointerDown={(e) => {
        e.currentTarget.setPointerCapture(e.pointerId);
        held.current = placeOf(e);
        if (held.current !== undefined) show(held.current);
      }}
      onPointerMove={(e) => {
        if (held.current === undefined) return;
        held.current = placeOf(e);
        if (held.current !== undefined) show(held.current);
      }}
      onPointerUp={() => {
        const by = held.current;
        held.current = undefined;
        if (by !== undefined) onMove(by);
      }}
      onKeyDown={(e) => {
        const way = { ArrowRight: 1, ArrowUp: 1, ArrowLeft: -1, ArrowDown: -1 }[e.key];
        if (!way) return;
        e.preventDefault();
        onMove(((high - low) / 100) * way);
      }}
    />
  );
};
