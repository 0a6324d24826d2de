import { Boundary } from '../frame/Boundary';
import { useCallback, useEffect, useLayoutEffect, useRef, useState, type ReactNode } from 'react';
import { useMode } from '../theme/ThemeMode';
import { TakeOutMenu } from '../outputs/TakeOutMenu';
import { echarts, type Chart, type ChartOption } from './echarts';
import { drawnSvg, takePicture } from './picture';
import { useKeepFigure } from './useKeepFigure';
import type { Mode } from '../theme/tokens';
import { PictureDialog } from './PictureDialog';
import type { Size } from './size';
import styles from './ChartHost.module.css';

interface ChartHostProps {
  /** What the chart shows, for those who do not see it. */
  readonly label: string;
  /** The name that files made of it start with. */
  readonly fileStem: string;
  /** The option for a size in CSS pixels. */
  readonly option: (size: Size) => ChartOption;
  /** What is taken out as a picture, where that is more than the option; the option where it is left out. */
  readonly picture?: (size: Size, forPrint?: boolean) => ChartOption;
  /** The ground of a picture for print, where there is one. */
  readonly printed?: string;
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

function HostedChart({
  label,
  fileStem,
  option,
  picture = option,
  printed,
  numbers,
  onChart,
  children,
}: ChartHostProps) {
  const { tokens, mode, setMode } = useMode();
  const keep = useKeepFigure();
  /** What the mode was before a picture is kept, which is drawn by daylight; null where none is. */
  const keeping = useRef<Mode | null>(null);
  const place = useRef<HTMLDivElement>(null);
  const chart = useRef<Chart | null>(null);
  const [size, setSize] = useState<Size | null>(null);
  const [choosing, setChoosing] = useState(false);
  const raise = useRaise();

  useEffect(() => {
    const element = place.current!;
    const made = echarts.init(element, null, { renderer: 'canvas' });
    chart.current = made;
    const observer = new ResizeObserver(() => {
      const { clientWidth: width, clientHeight: height } = element;
      if (width === 0 || height === 0) return;
      try {
        made.resize({ width, height });
      } catch (thrown) {
        raise(thrown);
      }
      setSize({ width, height });
    });
    observer.observe(element);
    return () => {
      observer.disconnect();
      made.dispose();
      chart.current = null;
    };
  }, [raise]);

  useLayoutEffect(() => {
    if (size === null || chart.current === null) return;
    chart.current.setOption({ animation: false, ...option(size) }, { notMerge: true });
    onChart?.(chart.current, size);
  }, [option, size, onChart]);

  function keepNow(): void {
    if (size === null) return;
    const paper = printed ?? tokens.paper;
    keep?.(fileStem, label, size, drawnSvg(size, picture(size, printed !== undefined), paper));
  }
  useEffect(() => {
    if (keeping.current === null || mode !== 'light') return;
    keepNow();
    const before = keeping.current;
    keeping.current = null;
    setMode(before);
  });

  return (
    <div className={styles.frame}>
      <div ref={place} className={styles.place} role="img" aria-label={label} />
      {children}
      <TakeOutMenu
        {...{ label, fileStem, numbers }}
        className={styles.more}
        onPicture={kind => size && takePicture(kind, size, picture(size), fileStem, tokens.paper)}
        onChosenPicture={() => setChoosing(true)}
        onKeep={
          keep === null
            ? undefined
            : () => {
                if (mode === 'light') return keepNow();
                keeping.current = mode;
                setMode('light');
              }
        }
      />
      {choosing && size !== null && (
        <PictureDialog
          size={size}
          print={printed !== undefined}
          onTake={({ kind, forPrint, ...at }) => {
            const paper = forPrint && printed !== undefined ? printed : tokens.paper;
            takePicture(kind, at, picture(at, forPrint), fileStem, paper, 1);
          }}
          onClose={() => setChoosing(false)}
        />
      )}
    </div>
  );
}

/** Hands what a callback threw to the boundary around, which does not see it otherwise. */
function useRaise(): (thrown: unknown) => void {
  const [, set] = useState<null>(null);
  return useCallback((thrown: unknown) => {
    set(() => {
      throw thrown;
    });
  }, []);
}
