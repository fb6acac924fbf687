import { zodResolver } from '@hookform/resolvers/zod';
import { BODY_DEFAULTS, BodySchema, FORMATS, type StoredBody } from '@hushto/contract';
import { formSentence } from '@hushto/words';
import { useForm, useWatch } from 'react-hook-form';
import { z } from 'zod';
import { Select } from '../../../components/Select.tsx';
import { create } from '../../../state/library.ts';
import { FormEnd, FormField, typedNumber, useSubmission } from './FormField.tsx';

const OwnBody = z
  .object({
    label: z.string().trim().min(1, 'Give it a name, such as Full frame 33 MP.').max(120),
    format: z.enum(['fullFrame', 'apsC', 'fourThirds', 'oneInch', 'other']),
    widthMm: typedNumber('Give a number, such as 36.'),
    heightMm: typedNumber('Give a number, such as 24.'),
    megapixels: typedNumber('Give a number, such as 24.'),
    baseIso: typedNumber('Give a number, such as 100.'),
    maxIso: typedNumber('Give a number, such as 51200.'),
  })
  .transform(({ format, ...given }): z.input<typeof BodySchema> => {
    const known = FORMATS.find(({ id }) => id === format);
    const size = known ? { widthMm: known.widthMm, heightMm: known.heightMm } : {};
    return { ...BODY_DEFAULTS, ...given, ...size };
  })
  .pipe(BodySchema);

type Given = z.input<typeof OwnBody>;

interface OwnBodyFormProps {
  onAdded: (stored: StoredBody) => void;
  onCancel: () => void;
}

/** A body of one's own by format, megapixels and ISO; what nobody prints on the box is our guess until measured. */
export function OwnBodyForm({ onAdded, onCancel }: OwnBodyFormProps) {
  const { register, handleSubmit, control, setValue, formState } = useForm<Given, unknown, z.output<typeof OwnBody>>({
    resolver: zodResolver(OwnBody, { error: formSentence }),
    defaultValues: {
      label: '',
      format: 'fullFrame',
      widthMm: '36',
      heightMm: '24',
      megapixels: '24',
      baseIso: '100',
      maxIso: '51200',
    },
  });
  const { submit, failure } = useSubmission(async (body: z.output<typeof OwnBody>) => {
    onAdded((await create('bodies', body)).stored);
  });
  const { errors, isSubmitting } = formState;
  const format = useWatch({ control, name: 'format' });
  return (
    <form className="grid gap-3" noValidate onSubmit={(event) => void handleSubmit(submit)(event)}>
      <FormField label="Name" error={errors.label} input={register('label')} />
      <Select
        label="Format"
        value={format}
        options={[
          ...FORMATS.map(({ id, label, widthMm, heightMm }) => ({ value: id, label: `${label} (${widthMm} × ${heightMm} mm)` })),
          { value: 'other', label: 'Another size' },
        ]}
        onChange={(chosen) => setValue('format', chosen)}
      />
      {format === 'other' && (
        <div className="grid grid-cols-2 items-start gap-3">
          <FormField label="Width, mm" error={errors.widthMm} input={register('widthMm')} />
          <FormField label="Height, mm" error={errors.heightMm} input={register('heightMm')} />
        </div>
      )}
      <FormField label="Megapixels" error={errors.megapixels} input={register('megapixels')} />
      <div className="grid grid-cols-2 items-start gap-3">
        <FormField label="Base ISO" error={errors.baseIso} input={register('baseIso')} />
        <FormField label="Top ISO" error={errors.maxIso} input={register('maxIso')} />
      </div>
      <p className="text-quiet">
        The rest starts as our guess: no stabiliser, 8 frames a second, autofocus to EV −3 at f/2, usual noise.
      </p>
      <FormEnd action="Add body" failure={failure} busy={isSubmitting} onCancel={onCancel} />
    </form>
  );
}
