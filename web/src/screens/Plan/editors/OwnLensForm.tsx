import { zodResolver } from '@hookform/resolvers/zod';
import { LENS_DEFAULTS, lensLabel, ShelfLensSchema, type StoredLens } from '@hushto/contract';
import { formSentence } from '@hushto/words';
import { useForm } from 'react-hook-form';
import { z } from 'zod';
import { create } from '../../../state/library.ts';
import { FormEnd, FormField, typedNumber, useSubmission } from './FormField.tsx';

const OwnLens = z
  .object({
    focalFromMm: typedNumber('Give a number, such as 35.'),
    focalToMm: typedNumber('Give a number; the same for a lens that does not zoom.'),
    widestFAtFrom: typedNumber('Give a number, such as 1.8.'),
    widestFAtTo: typedNumber('Give a number, such as 1.8.'),
  })
  .transform((given): z.input<typeof ShelfLensSchema> => ({
    ...LENS_DEFAULTS,
    ...given,
    narrowestF: Math.max(LENS_DEFAULTS.narrowestF, given.widestFAtTo),
    label: lensLabel(given.focalFromMm, given.focalToMm, given.widestFAtFrom, given.widestFAtTo),
  }))
  .pipe(ShelfLensSchema);

interface OwnLensFormProps {
  onAdded: (stored: StoredLens) => void;
  onCancel: () => void;
}

/** A lens of one's own by its focal range and the widest f-number engraved for both ends; the rest is our guess. */
export function OwnLensForm({ onAdded, onCancel }: OwnLensFormProps) {
  const { register, handleSubmit, formState } = useForm<z.input<typeof OwnLens>, unknown, z.output<typeof OwnLens>>({
    resolver: zodResolver(OwnLens, { error: formSentence }),
    defaultValues: { focalFromMm: '50', focalToMm: '50', widestFAtFrom: '1.8', widestFAtTo: '1.8' },
  });
  const { submit, failure } = useSubmission(async (lens: z.output<typeof OwnLens>) => {
    onAdded((await create('lenses', lens)).stored);
  });
  const { errors, isSubmitting } = formState;
  return (
    <form className="grid gap-3" noValidate onSubmit={(event) => void handleSubmit(submit)(event)}>
      <div className="grid grid-cols-2 items-start gap-3">
        <FormField label="Shortest, mm" error={errors.focalFromMm} input={register('focalFromMm')} />
        <FormField label="Longest, mm" error={errors.focalToMm} input={register('focalToMm')} />
      </div>
      <div className="grid grid-cols-2 items-start gap-3">
        <FormField label="Widest f/ at the shortest" error={errors.widestFAtFrom} input={register('widestFAtFrom')} />
        <FormField label="Widest f/ at the longest" error={errors.widestFAtTo} input={register('widestFAtTo')} />
      </div>
      <p className="text-quiet">
        As engraved. The rest starts as our guess: f/16 at the narrowest, no stabiliser, usual sharpness.
      </p>
      <FormEnd action="Add lens" failure={failure} busy={isSubmitting} onCancel={onCancel} />
    </form>
  );
}
