'use client';
import { LineChart } from 'echarts/charts';
import { GridComponent } from 'echarts/components';
import { init, use } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import { useEffect, useRef } from 'react';
import { screenColour } from '../screenColour.ts';

use([LineChart, GridComponent, SVGRenderer]);

/** How many of each ten exercises were right, the oldest at the left. */
export const OverTime = ({ tens }: { tens: readonly { readonly right: number; readonly of: number }[] }) => {
  const room = useRef<HTMLDivElement>(null);
  useEffect(() => {
    if (!room.current) return;
    const chart = init(room.current, undefined, { renderer: 'svg' });
    const within = room.current;
    const colour = (name: string): string => screenColour(name, within);
    const label = { color: colour('ink'), fontSize: 12, fontFamily: 'inherit' };
    chart.setOption({
      animation: false,
      grid: { left: 4, right: 10, top: 10, bottom: 4, containLabel: true },
      xAxis: { type: 'category', data: tens.map((_, i) => String(10 * (i + 1))), axisLabel: label },
      yAxis: {
        type: 'value',
        min: 0,
        max: 100,
        interval: 50,
        axisLabel: { ...label, formatter: '{value} %' },
        splitLine: { lineStyle: { color: colour('rule') } },
      },
      series: [
        {
          type: 'line',
          data: tens.map((t) => Math.round((100 * t.right) / t.of)),
          lineStyle: { color: colour('house') },
          itemStyle: { color: colour('house') },
        },
      ],
    });
    return () => chart.dispose();
  }, [tens]);
  return (
    <div
      ref={room}
      role="img"
      aria-label={`Right by tens: ${tens.map((t) => `${t.right} of ${t.of}`).join(', ')}`}
      className="h-[96px] w-full"
    />
  );
};
