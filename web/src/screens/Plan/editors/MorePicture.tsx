import { isoMarks, whatDarkerBuys, type Brief } from '@hushto/core';
import { isoWords, provenanceWords, shutterWords, stopWords } from '@hushto/words';
import { Link } from 'react-router';
import { PanelSections } from '../../../components/Panel.tsx';
import { SegmentedControl } from '../../../components/SegmentedControl.tsx';
import { SaidSlider } from '../../../components/Slider.tsx';
import { patch, type EditorProps } from './editing.ts';

const KEYS = [
  { value: '0', label: 'As metered' },
  { value: '-1', label: 'A stop down' },
  { value: '-2', label: 'Night stays night' },
] as const;

/** How dark it is to look, how much grain bothers, and what Clean first keeps to. */
export function MorePicture({ brief, edit }: EditorProps) {
  const { keyStops = 0, tasteStops, tasteFrom, cleanIso, school } = brief.picture;
  const { baseIso, maxIso } = brief.kit.sensor;
  const [from, to] = [isoMarks.nearest(baseIso), isoMarks.nearest(maxIso)];
  return (
    <PanelSections>
      <section>
        <SegmentedControl
          label="How dark should it look?"
          value={KEYS.find(({ value }) => Number(value) === keyStops)?.value ?? null}
          options={KEYS}
          onChange={(value) => edit(patch('picture', { keyStops: Number(value) }))}
        />
        <p className="text-quiet">{keyWords(brief)}</p>
      </section>
      <section>
        <SaidSlider
          says={tasteWords(tasteStops)}
          label="Taste"
          value={tasteStops}
          min={-3}
          max={3}
          steps={18}
          marks={['blur bothers more', 'grain bothers more']}
          onChange={(stops) => edit(patch('picture', { tasteStops: Math.round(stops * 3) / 3, tasteFrom: undefined }))}
        />
        <p className="text-quiet">
          {tasteFrom ? `From ${provenanceWords('taste', tasteFrom)}.` : <Link to="/you/taste">Find your taste by looking</Link>}
        </p>
      </section>
      {school === 'clean' && (
        <section>
          <SaidSlider
            says={`Clean first keeps to ${isoWords(cleanIso ?? baseIso)}`}
            label="ISO that Clean first keeps to"
            value={isoMarks.nearest(cleanIso ?? baseIso)}
            min={from}
            max={to}
            steps={to - from}
            onChange={(third) => edit(patch('picture', { cleanIso: Math.max(baseIso, isoMarks.value(Math.round(third))) }))}
          />
        </section>
      )}
    </PanelSections>
  );
}

function tasteWords(stops: number): string {
  if (Math.abs(stops) < 1 / 6) return 'Blur and grain bother you alike';
  return `${stops > 0 ? 'Grain' : 'Blur'} bothers you ${stopWords(Math.abs(stops))} more`;
}

/** What rendering it darker buys against as metered: shutter where a ceiling is the limit, else ISO. */
function keyWords(brief: Brief): string {
  const { keyStops = 0 } = brief.picture;
  if (keyStops === 0) return 'As bright as the meter makes it. Darker costs less ISO, or buys shutter under the same ceiling.';
  const { shutterStops, isoStops, shutterS, meteredShutterS } = whatDarkerBuys(brief);
  const bought = [
    ...(shutterStops > 0.2
      ? [`${stopWords(shutterStops)} of shutter (${shutterWords(shutterS)} instead of ${shutterWords(meteredShutterS)})`]
      : []),
    ...(isoStops > 0.2 ? [`${stopWords(isoStops)} of ISO and brightening`] : []),
  ];
  return `Buys ${bought.join(' and ') || 'nothing here: the light is no limit'}.`;
}
