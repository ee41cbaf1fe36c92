'use client';
import { BarChart } from 'echarts/charts';
import { GridComponent } from 'echarts/components';
import { init, use } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import { useEffect, useRef } from 'react';
import { screenColour } from '../../../../screenColour.ts';

use([BarChart, GridComponent, SVGRenderer]);

const ROW = 24;

/** How often each mistake was made in a class, the commonest first. */
export const CommonMistakes = ({
  counts,
}: {
  counts: readonly (readonly [kind: string, count: number])[];
}) => {
  const room = useRef<HTMLDivElement>(null);
  useEffect(() => {
    if (!room.current) return;
    const chart = init(room.current, undefined, { renderer: 'svg' });
    const within = room.current;
    const ink = screenColour('ink', within);
    // the room for the names is measured before they are drawn, so their font is named
    const { fontFamily } = getComputedStyle(room.current);
    chart.setOption({
      animation: false,
      grid: { left: 8, right: 30, top: 4, bottom: 4, containLabel: true },
      xAxis: { type: 'value', minInterval: 1, axisLabel: { show: false }, splitLine: { show: false } },
      yAxis: {
        type: 'category',
        inverse: true,
        data: counts.map(([kind]) => kind),
        axisTick: { show: false },
        axisLine: { lineStyle: { color: screenColour('rule-strong', within) } },
        axisLabel: { color: ink, fontSize: 13, fontFamily },
      },
      series: [
        {
          type: 'bar',
          barWidth: 12,
          data: counts.map(([, count]) => count),
          itemStyle: { color: screenColour('house', within) },
          label: { show: true, position: 'right', color: ink, fontSize: 13 },
        },
      ],
    });
    return () => chart.dispose();
  }, [counts]);
  return (
    <div
      ref={room}
      role="img"
      aria-label={`Commonest mistakes: ${counts.map(([kind, n]) => `${kind} ${n}`).join(', ')}`}
      style={{ height: counts.length * ROW + 10 }}
      className="w-full"
    />
  );
};
