import type { MeasuredLens } from '@hushto/contract';
import { apertureLabel, apertureMarks, halfContrast, lensBlurMm, pictureOf, type LensSharpness, type Sensor } from '@hushto/core';
import { cph } from '@hushto/words';
import { CartesianGrid, ComposedChart, ErrorBar, Line, ResponsiveContainer, Scatter, XAxis, YAxis } from 'recharts';

interface LensChartProps {
  apertures: MeasuredLens['apertures'];
  lens: LensSharpness;
  sensor: Sensor;
}

const axis = { stroke: 'var(--edge)', tick: { className: 'fill-quiet text-13' } } as const;
const thirdOf = (fNumber: number): number => apertureMarks.nearest(fNumber);

/** Sharpness by aperture: what was measured with its intervals, and the curve plans go by. */
export function LensChart({ apertures, lens, sensor }: LensChartProps) {
  const { pitchMm } = pictureOf(sensor.widthMm, sensor.heightMm, sensor.megapixels, 1, 1);
  const rows = Math.min(sensor.widthMm, sensor.heightMm) / pitchMm;
  const thirds = apertures.map(({ fNumber }) => thirdOf(fNumber));
  const [from, to] = [Math.min(...thirds) - 1, Math.max(...thirds) + 1];
  const marks = Array.from({ length: to - from + 1 }, (_, i) => from + i).filter(
    (third) => third >= apertureMarks.first && third <= apertureMarks.last,
  );
  const curve = marks.map((third) => {
    const fNumber = apertureMarks.value(third);
    return { third, model: halfContrast(1000 * lensBlurMm(lens, fNumber), 1000 * pitchMm, fNumber) * rows };
  });
  const points = apertures.map(({ fNumber, centre, corner }) => ({
    third: thirdOf(fNumber),
    centre: centre.mtf50Cph,
    centreError: [centre.mtf50Cph - centre.lowCph, centre.highCph - centre.mtf50Cph],
    corner: corner?.mtf50Cph,
    cornerError: corner ? [corner.mtf50Cph - corner.lowCph, corner.highCph - corner.mtf50Cph] : [0, 0],
  }));
  const most = Math.max(...points.map(({ centre }) => centre), ...curve.map(({ model }) => model));
  const top = 100 * Math.ceil(most / 100 + 0.3);
  return (
    <figure className="mt-2">
      <figcaption className="text-13 text-quiet">
        Half contrast at, cycles per picture height. <b className="text-ink">●</b> middle, <b className="text-ink">○</b> corners;
        the line is the model plans go by, for the middle.
      </figcaption>
      <div
        className="h-47"
        role="img"
        aria-label={apertures
          .map(
            ({ fNumber, centre, corner }) =>
              `${apertureLabel(fNumber)}: middle ${cph(centre.mtf50Cph)}${corner ? `, corners ${cph(corner.mtf50Cph)}` : ''}`,
          )
          .join('; ')}
      >
        <ResponsiveContainer width="100%" height="100%">
          <ComposedChart margin={{ top: 8, right: 16, bottom: 4, left: 4 }} accessibilityLayer={false}>
            <CartesianGrid stroke="var(--rule)" vertical={false} />
            <XAxis
              dataKey="third"
              type="number"
              domain={[from, to]}
              ticks={[...new Set(thirds)]}
              tickFormatter={(third: number) => apertureLabel(apertureMarks.value(third))}
              {...axis}
            />
            <YAxis type="number" domain={[0, top]} width={48} {...axis} />
            <Line data={curve} dataKey="model" dot={false} stroke="var(--ink-2)" strokeWidth={1.5} isAnimationActive={false} />
            <Scatter
              data={points}
              dataKey="corner"
              fill="var(--panel)"
              stroke="var(--ink)"
              strokeWidth={1.5}
              isAnimationActive={false}
            >
              <ErrorBar dataKey="cornerError" direction="y" stroke="var(--ink)" width={4} />
            </Scatter>
            <Scatter data={points} dataKey="centre" fill="var(--ink)" isAnimationActive={false}>
              <ErrorBar dataKey="centreError" direction="y" stroke="var(--ink)" width={4} />
            </Scatter>
          </ComposedChart>
        </ResponsiveContainer>
      </div>
    </figure>
  );
}
