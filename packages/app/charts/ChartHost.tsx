import { Boundary } from '../frame/Boundary';
import MoreIcon from '@mui/icons-material/MoreHoriz';
import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import { useEffect, useLayoutEffect, useRef, useState, type ReactNode } from 'react';
import Papa from 'papaparse';
import { useMode } from '../theme/ThemeMode';
import { saveText, saveUrl } from '../outputs/save';
import { echarts, type Chart, type ChartOption } from './echarts';
import styles from './ChartHost.module.css';

export interface Size {
  readonly width: number;
  readonly height: number;
}

interface ChartHostProps {
  /** What the chart shows, for those who do not see it. */
  readonly label: string;
  /** The name that files made of it start with. */
  readonly fileStem: string;
  /** The option for a size in CSS pixels. */
  readonly option: (size: Size) => ChartOption;
  /** The chart's numbers, header first. */
  readonly numbers: () => readonly (readonly string[])[];
  /** Called with the chart once it stands, and whenever its size changes. */
  readonly onChart?: (chart: Chart, size: Size) => void;
  readonly children?: ReactNode;
}

/** Hosts a chart: draws its option at the size there is, and gives out its numbers and its picture. */
export function ChartHost(props: ChartHostProps) {
  return (
    <Boundary part="This picture" until={props.option}>
      <HostedChart {...props} />
    </Boundary>
  );
}

function HostedChart({ label, fileStem, option, numbers, onChart, children }: ChartHostProps) {
  const { tokens } = useMode();
  const place = useRef<HTMLDivElement>(null);
  const chart = useRef<Chart | null>(null);
  const [size, setSize] = useState<Size | null>(null);
  const [menu, setMenu] = useState<HTMLElement | null>(null);

  useEffect(() => {
    const element = place.current!;
    const made = echarts.init(element, null, { renderer: 'canvas' });
    chart.current = made;
    const observer = new ResizeObserver(() => {
      const { clientWidth: width, clientHeight: height } = element;
      if (width === 0 || height === 0) return;
      made.resize({ width, height });
      setSize({ width, height });
    });
    observer.observe(element);
    return () => {
      observer.disconnect();
      made.dispose();
      chart.current = null;
    };
  }, []);

  useLayoutEffect(() => {
    if (size === null || chart.current === null) return;
    chart.current.setOption({ animation: false, ...option(size) }, { notMerge: true });
    onChart?.(chart.current, size);
  }, [option, size, onChart]);

  function act(action: () => void): void {
    setMenu(null);
    action();
  }

  return (
    <div className={styles.frame}>
      <div ref={place} className={styles.place} role="img" aria-label={label} />
      {children}
      <button
        type="button"
        className={styles.more}
        aria-label={`Take out: ${label}`}
        aria-haspopup="menu"
        onClick={event => setMenu(event.currentTarget)}
      >
        <MoreIcon fontSize="small" />
      </button>
      {menu !== null && (
        <Menu anchorEl={menu} open onClose={() => setMenu(null)}>
          <MenuItem onClick={() => act(() => void navigator.clipboard.writeText(asText(numbers(), '\t')))}>
            Copy the numbers
          </MenuItem>
          <MenuItem
            onClick={() => act(() => saveText(`${fileStem}.csv`, asText(numbers(), ','), 'text/csv'))}
          >
            Numbers as CSV
          </MenuItem>
          <MenuItem onClick={() => act(() => savePng(chart.current, fileStem, tokens.paper))}>
            Picture as PNG
          </MenuItem>
          <MenuItem onClick={() => act(() => saveSvg(size, option, fileStem, tokens.paper))}>
            Picture as SVG
          </MenuItem>
        </Menu>
      )}
    </div>
  );
}

function asText(numbers: readonly (readonly string[])[], delimiter: string): string {
  return `${Papa.unparse(numbers as string[][], { delimiter, newline: '\n' })}\n`;
}

function savePng(chart: Chart | null, stem: string, backgroundColor: string): void {
  if (chart !== null)
    saveUrl(`${stem}.png`, chart.getDataURL({ type: 'png', pixelRatio: 2, backgroundColor }));
}

function saveSvg(
  size: Size | null,
  option: (size: Size) => ChartOption,
  stem: string,
  backgroundColor: string,
): void {
  if (size === null) return;
  const drawn = echarts.init(null, null, { renderer: 'svg', ssr: true, ...size });
  drawn.setOption({ animation: false, backgroundColor, ...option(size) });
  saveText(`${stem}.svg`, drawn.renderToSVGString(), 'image/svg+xml');
  drawn.dispose();
}
