import { isoLabel, type MeasuredSensor, type SensorAtIso } from '@hushto/core';
import { groupDigits, plainNumber } from '@hushto/words';
import { CartesianGrid, ComposedChart, ErrorBar, Line, ResponsiveContainer, Scatter, XAxis, YAxis } from 'recharts';

interface SensorPlotsProps {
  sets: readonly SensorAtIso[];
  fit: MeasuredSensor;
  baseIso: number;
}

const MARGIN = { top: 8, right: 16, bottom: 18, left: 4 };
const axis = { stroke: 'var(--edge)', tick: { className: 'fill-quiet text-13' } } as const;

/** The measured points with their intervals: noise against signal as photons have it, and read noise against ISO with the fit. */
export function SensorPlots({ sets, fit, baseIso }: SensorPlotsProps) {
  // In electrons: the signal, and the photons' own noise, which is to be its root.
  const photons = sets.map(({ gainEPerDn, signalDn, varianceDn, iso }) => ({
    iso,
    signal: Math.log10(gainEPerDn.value * signalDn),
    noise: Math.log10(gainEPerDn.value * Math.sqrt(varianceDn)),
    error: 1.96 * (gainEPerDn.standardError / gainEPerDn.value / Math.LN10),
  }));
  const [least, most] = [Math.min(...photons.map(({ signal }) => signal)), Math.max(...photons.map(({ signal }) => signal))];
  const [from, to] = [Math.floor(least - 0.2), Math.ceil(most + 0.1)];
  const tens = Array.from({ length: to - from + 1 }, (_, i) => from + i);
  const law = [from, to].map((signal) => ({ signal, root: signal / 2 }));
  const reads = sets.map(({ iso, readNoiseE }) => ({
    stop: Math.log2(iso / 100),
    read: readNoiseE.value,
    error: 1.96 * readNoiseE.standardError,
  }));
  const [firstStop, lastStop] = [Math.min(...reads.map(({ stop }) => stop)), Math.max(...reads.map(({ stop }) => stop))];
  const curve = Array.from({ length: 40 }, (_, i) => {
    const stop = firstStop - 0.3 + ((lastStop - firstStop + 0.6) * i) / 39;
    const iso = 100 * 2 ** stop;
    const { readInE, readOutE } = fit.highGain && iso >= fit.highGain.fromIso ? fit.highGain : fit;
    return { stop, fitted: Math.hypot(readInE, (readOutE * baseIso) / iso) };
  });
  const power = (value: number): string => groupDigits(plainNumber(10 ** value));
  return (
    <div className="grid grid-cols-2 gap-5 mt-2 max-sm:grid-cols-1">
      <figure>
        <figcaption className="text-13 text-quiet">
          Photon noise against signal, e⁻; the line is the root, as counting has it
        </figcaption>
        <div
          className="h-53"
          role="img"
          aria-label={photons
            .map(({ iso, signal, noise }) => `ISO ${iso}: signal ${power(signal)}, noise ${power(noise)} electrons`)
            .join('; ')}
        >
          <ResponsiveContainer width="100%" height="100%">
            <ComposedChart margin={MARGIN} accessibilityLayer={false}>
              <CartesianGrid stroke="var(--rule)" />
              <XAxis dataKey="signal" type="number" domain={[from, to]} ticks={tens} tickFormatter={power} {...axis} />
              <YAxis
                type="number"
                domain={[from / 2, to / 2]}
                ticks={tens.map((ten) => ten / 2)}
                tickFormatter={power}
                width={48}
                {...axis}
              />
              <Line data={law} dataKey="root" dot={false} stroke="var(--ink-2)" strokeWidth={1.5} isAnimationActive={false} />
              <Scatter data={photons} dataKey="noise" fill="var(--grain)" isAnimationActive={false}>
                <ErrorBar dataKey="error" width={5} strokeWidth={1.5} stroke="var(--grain)" direction="y" />
              </Scatter>
            </ComposedChart>
          </ResponsiveContainer>
        </div>
      </figure>
      <figure>
        <figcaption className="text-13 text-quiet">
          Read noise against ISO, e⁻; the line is the body’s two figures together
        </figcaption>
        <div
          className="h-53"
          role="img"
          aria-label={sets.map(({ iso, readNoiseE }) => `ISO ${iso}: ${plainNumber(readNoiseE.value)} electrons`).join('; ')}
        >
          <ResponsiveContainer width="100%" height="100%">
            <ComposedChart margin={MARGIN} accessibilityLayer={false}>
              <CartesianGrid stroke="var(--rule)" />
              <XAxis
                dataKey="stop"
                type="number"
                domain={[firstStop - 0.3, lastStop + 0.3]}
                ticks={reads.map(({ stop }) => stop)}
                tickFormatter={(stop: number) => isoLabel(100 * 2 ** stop)}
                {...axis}
              />
              <YAxis type="number" domain={[0, 'auto']} width={48} {...axis} />
              <Line data={curve} dataKey="fitted" dot={false} stroke="var(--ink-2)" strokeWidth={1.5} isAnimationActive={false} />
              <Scatter data={reads} dataKey="read" fill="var(--grain)" isAnimationActive={false}>
                <ErrorBar dataKey="error" width={5} strokeWidth={1.5} stroke="var(--grain)" direction="y" />
              </Scatter>
            </ComposedChart>
          </ResponsiveContainer>
        </div>
      </figure>
    </div>
  );
}
