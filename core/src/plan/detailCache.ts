import { DetailModel, type DetailInputs } from '../detail/detailModel.ts';
import type { ApertureOption, ShutterOption } from './marks.ts';

/** A setting as far as detail goes. */
interface Setting {
  readonly shutter: Pick<ShutterOption, 'detail'>;
  readonly aperture: Pick<ApertureOption, 'detail'>;
  readonly meteredIso: number;
  readonly cameraIso: number;
}

/** The detail integral of a picture, made when first asked for (remedies are tried without it), and the bits of every setting asked about. */
export class DetailCache {
  readonly #inputs: () => DetailInputs;
  readonly #snrOf: (setting: Setting) => number;
  readonly #bits = new WeakMap<Setting, number>();
  readonly #rough = new WeakMap<Setting, number>();
  #model: DetailModel | null = null;

  /** @param snrOf signal-to-noise of mid grey in a sensor pixel: most settings are never asked for it */
  constructor(inputs: () => DetailInputs, snrOf: (setting: Setting) => number) {
    this.#inputs = inputs;
    this.#snrOf = snrOf;
  }

  get model(): DetailModel {
    return (this.#model ??= new DetailModel(this.#inputs()));
  }

  /** Bits of detail of a setting, remembered. */
  bits(setting: Setting): number {
    let bits = this.#bits.get(setting);
    if (bits === undefined) {
      bits = this.model.bits(setting.aperture.detail(), setting.shutter.detail(), this.#snrOf(setting));
      this.#bits.set(setting, bits);
    }
    return bits;
  }

  /** Bits good enough to choose between apertures at one shutter. */
  roughBits(setting: Setting): number {
    const [aperture, shutter] = [setting.aperture.detail(), setting.shutter.detail()];
    if (aperture.level >= shutter.level) return this.bits(setting);
    let bits = this.#rough.get(setting);
    if (bits === undefined) this.#rough.set(setting, (bits = this.model.roughBits(aperture, shutter, this.#snrOf(setting))));
    return bits;
  }

  /** Halvings of detail lost to grain and to blur; they add up to what is lost of the ideal. */
  losses(setting: Setting): { lostGrain: number; lostBlur: number } {
    const quiet = this.model.quietBits(setting.aperture.detail(), this.#snrOf(setting));
    return { lostGrain: Math.log2(this.model.idealBits / quiet), lostBlur: Math.log2(quiet / this.bits(setting)) };
  }
}
