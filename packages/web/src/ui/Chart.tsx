import { useEffect, useRef, useState } from 'react';

interface ChartProps {
  /** What it shows, in a sentence: for those who do not see it. */
  readonly label: string;
  readonly x: string;
  readonly y: string;
  /** Traces as the charting package takes them. */
  readonly data: readonly object[];
  readonly height?: number;
}

/** A chart with axes and units. The charting package is fetched when the first one is shown. */
export function Chart({ label, x, y, data, height = 210 }: ChartProps) {
  const root = useRef<HTMLDivElement | null>(null);
  const [failed, setFailed] = useState(false);
  useEffect(() => {
    const element = root.current;
    if (element === null) return;
    let isGone = false;
    let purge: (() => void) | null = null;
    import('plotly.js-basic-dist-min').then(
      async ({ default: plotly }) => {
        if (isGone) return;
        const style = getComputedStyle(element);
        const [ink, line] = [style.color, style.getPropertyValue('--line').trim()];
        const axis = (title: string) => ({
          title: { text: title, standoff: 6 },
          gridcolor: line,
          zerolinecolor: line,
          linecolor: line,
          rangemode: 'tozero',
          automargin: true,
        });
        purge = () => plotly.purge(element);
        await plotly.react(
          element,
          data,
          {
            height,
            margin: { l: 46, r: 8, t: 8, b: 40 },
            paper_bgcolor: 'transparent',
            plot_bgcolor: 'transparent',
            font: { family: 'Source Sans 3, sans-serif', size: 13, color: ink },
            showlegend: false,
            xaxis: axis(x),
            yaxis: axis(y),
          },
          { displayModeBar: false, responsive: true, staticPlot: false },
        );
      },
      () => setFailed(true),
    );
    return () => {
      isGone = true;
      purge?.();
    };
  }, [data, x, y, height]);
  return failed ? (
    <p>The chart could not be loaded; its figures stand in the table.</p>
  ) : (
    <div ref={root} role="img" aria-label={label} style={{ minHeight: height }} />
  );
}
