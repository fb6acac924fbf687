import { seededRandom, simulatedRaw, writeDng, type Sensor } from '@hushto/core';
import { zipSync } from 'fflate';

/** ISOs of a set, and how many frames of each kind. */
const TIMES_BASE = [1, 2, 4, 8, 16, 64] as const;
/** Half of the range, so that nothing clips. */
const FLAT_LEVEL = 0.42;
const SIZE = { width: 400, height: 300 };

/** A sensor near to a body's figures, but not the same: what is to be found out. */
export function hiddenSensor(sensor: Sensor, seed: number): Sensor {
  const random = seededRandom(seed);
  const near = (value: number): number => value * 2 ** (0.8 * (random() - 0.5));
  const hidden = {
    ...sensor,
    wellPerUm2: near(sensor.wellPerUm2),
    readInE: near(Math.max(sensor.readInE, 0.5)),
    readOutE: near(Math.max(sensor.readOutE, 0.5)),
    highGain: undefined,
  };
  // Every other one has a second gain, two or three stops up.
  if (random() < 0.5) return hidden;
  const fromIso = sensor.baseIso * (random() < 0.5 ? 4 : 8);
  return { ...hidden, highGain: { fromIso, readInE: 0.45 * hidden.readInE, readOutE: 0.6 * hidden.readOutE } };
}

/** DNGs of two flat and two dark frames at four ISOs, as the simulated camera writes them. */
export function simulatedSet(sensor: Sensor, seed: number): { name: string; bytes: Uint8Array<ArrayBuffer> }[] {
  const random = seededRandom(seed);
  return TIMES_BASE.map((times) => sensor.baseIso * times)
    .filter((iso) => iso <= sensor.maxIso)
    .flatMap((iso) =>
      (['flat', 'dark'] as const).flatMap((kind) =>
        [1, 2].map((n) => ({
          name: `iso-${iso}-${kind}-${n}.dng`,
          bytes: writeDng(
            simulatedRaw(
              sensor,
              { iso, level: kind === 'flat' ? FLAT_LEVEL : 0, shutterS: 1 / 64 / (iso / sensor.baseIso), fNumber: 5.6, ...SIZE },
              random,
            ),
          ),
        })),
      ),
    );
}

/** A set as one ZIP file, uncompressed. */
export const zipped = (files: readonly { name: string; bytes: Uint8Array }[]): Uint8Array<ArrayBuffer> =>
  zipSync(Object.fromEntries(files.map(({ name, bytes }) => [name, bytes])), { level: 0 });
