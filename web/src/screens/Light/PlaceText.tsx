import type { Place } from '@hushto/contract';
import { SKY_DIVISOR, stopsLabel, type SkyState } from '@hushto/core';
import cities from 'virtual:cities';
import { Plus, Trash2 } from 'lucide-react';
import { useRef } from 'react';
import { Button } from '../../components/Button.tsx';
import { ClockField } from '../../components/ClockField.tsx';
import { EvQuantity, heldEv } from '../../components/EvQuantity.tsx';
import { NumberField } from '../../components/NumberField.tsx';
import { PickList } from '../../components/PickList.tsx';
import { Quantity } from '../../components/Quantity.tsx';
import { SegmentedControl } from '../../components/SegmentedControl.tsx';
import { TextField } from '../../components/TextField.tsx';
import { Token } from '../../components/Token.tsx';
import { evText } from '../../quantities/quantities.ts';
import { offsetText } from '../../sky/zoned.ts';
import { compassWord, coordinatesText, SHADES, shadeWord, SKY_WORDS } from './words.ts';

type Edit = (change: (place: Place) => Place) => void;
interface PlaceProps {
  place: Place;
  edit: Edit;
}

const set =
  (change: Partial<Place>) =>
  (place: Place): Place => ({ ...place, ...change });

/** The place as two short paragraphs; each value opens its own editor on the spot. */
export function PlaceText({ place, edit, atMs }: PlaceProps & { atMs: number }) {
  const { facingDeg, floorEv, lamps } = place;
  return (
    <>
      <p className="leading-5.5 max-sm:leading-8.5">
        It lies at{' '}
        <Token title="Where it lies" editor={(close) => <WhereEditor place={place} edit={edit} close={close} />}>
          {coordinatesText(place.latitudeDeg, place.longitudeDeg)}
        </Token>
        , by{' '}
        <Token title="Time zone" editor={() => <ZoneEditor place={place} edit={edit} />}>
          {offsetText(atMs, place.timeZone)}
        </Token>
        . I look{' '}
        <Token title="Where the camera looks" editor={() => <FacingEditor place={place} edit={edit} />}>
          {facingDeg === null ? 'any way' : `${compassWord(facingDeg)}, ${Math.round(facingDeg)}°`}
        </Token>
        , under{' '}
        <Token title="Sky" editor={() => <SkyEditor place={place} edit={edit} />}>
          {SKY_WORDS[place.sky]}
        </Token>
        ; the subject sees{' '}
        <Token title="How much of the sky" editor={() => <ShadeEditor place={place} edit={edit} />}>
          {shadeWord(place.shadeStops)}
        </Token>
        .
      </p>
      <p className="leading-5.5 max-sm:leading-8.5">
        Lamps that are always lit give{' '}
        <Token title="Lamps always lit" editor={() => <FloorEditor place={place} edit={edit} />}>
          {floorEv === null ? 'nothing' : evText(floorEv)}
        </Token>
        ;{' '}
        <Token title="Lamps with hours" editor={() => <LampsEditor place={place} edit={edit} />}>
          {lamps.length === 0
            ? 'none keep hours'
            : lamps.map(({ label, from, to }) => `${label ?? 'lamps'} from ${from} to ${to}`).join(', ')}
        </Token>
        {lamps.length > 0 && <> add {lamps.map(({ ev100 }) => evText(ev100)).join(', ')}</>}.
      </p>
    </>
  );
}

/** Typed coordinates, or a large city by name. */
function WhereEditor({ place, edit, close }: PlaceProps & { close: () => void }) {
  const degrees = (value: number): string =>
    value
      .toFixed(3)
      .replace(/\.?0+$/, '')
      .replace('-', '−');
  const typed = useRef(0);
  /** The clock follows the map; where the map has no zone, it stays. What was typed last counts, whatever comes back first. */
  const moveTo = async (latitudeDeg: number, longitudeDeg: number): Promise<void> => {
    const turn = ++typed.current;
    const zoneAt = (await import('tz-lookup')).default;
    if (turn !== typed.current) return;
    edit(set({ latitudeDeg, longitudeDeg, timeZone: zoneAt(latitudeDeg, longitudeDeg) }));
  };
  return (
    <>
      <div className="grid grid-cols-2 items-start gap-3">
        <NumberField
          label="Latitude, north +"
          value={place.latitudeDeg}
          unit="°"
          format={degrees}
          onChange={(value) => Math.abs(value) <= 90 && void moveTo(value, place.longitudeDeg)}
        />
        <NumberField
          label="Longitude, east +"
          value={place.longitudeDeg}
          unit="°"
          format={degrees}
          onChange={(value) => Math.abs(value) <= 180 && void moveTo(place.latitudeDeg, value)}
        />
      </div>
      <PickList
        label="Large cities"
        searchable
        value={undefined}
        items={cities.map(([name, , , zone]) => ({
          id: name,
          label: name,
          detail: zone.split('/').at(-1)!.replaceAll('_', ' '),
        }))}
        onPick={(name) => {
          const [, latitudeDeg, longitudeDeg, timeZone] = cities.find(([candidate]) => candidate === name)!;
          edit(set({ latitudeDeg, longitudeDeg, timeZone }));
          close();
        }}
        empty="Not among the large cities; type its coordinates."
      />
    </>
  );
}

function ZoneEditor({ place, edit }: PlaceProps) {
  return (
    <>
      <PickList
        label="Time zones"
        searchable
        value={place.timeZone}
        items={['Etc/GMT-1', ...Intl.supportedValuesOf('timeZone')].map((zone) => ({
          id: zone,
          label: zone === 'Etc/GMT-1' ? 'UTC+1 all year' : zone.replaceAll('_', ' '),
        }))}
        onPick={(timeZone) => edit(set({ timeZone }))}
      />
      <p className="text-quiet">It follows the coordinates; change it where the local clock keeps another.</p>
    </>
  );
}

function FacingEditor({ place, edit }: PlaceProps) {
  const { facingDeg } = place;
  return (
    <>
      <SegmentedControl
        label="Camera"
        hideLabel
        value={facingDeg === null ? 'any' : 'one'}
        options={[
          { value: 'any', label: 'Any way' },
          { value: 'one', label: 'One way' },
        ]}
        onChange={(value) => edit(set({ facingDeg: value === 'any' ? null : 180 }))}
      />
      {facingDeg !== null && (
        <Quantity
          label="Direction, degrees from north over east"
          value={facingDeg}
          unit="°"
          min={0}
          max={360}
          steps={72}
          format={(value) => String(Math.round(value))}
          marks={['N', 'E', 'S', 'W', 'N']}
          onChange={(value) => edit(set({ facingDeg: ((value % 360) + 360) % 360 }))}
        />
      )}
    </>
  );
}

function SkyEditor({ place, edit }: PlaceProps) {
  return (
    <PickList
      label="Sky"
      value={place.sky}
      items={(Object.entries(SKY_DIVISOR) as [SkyState, number][]).map(([id, divisor]) => ({
        id,
        label: SKY_WORDS[id],
        detail: divisor === 1 ? '' : `−${stopsLabel(Math.log2(divisor))}`,
      }))}
      onPick={(sky) => edit(set({ sky: sky as SkyState }))}
    />
  );
}

function ShadeEditor({ place, edit }: PlaceProps) {
  return (
    <>
      <PickList
        label="How much of the sky"
        value={String(place.shadeStops)}
        items={SHADES.map(({ stops, label }) => ({ id: String(stops), label, detail: stops ? `−${stops}` : '' }))}
        onPick={(stops) => edit(set({ shadeStops: Number(stops) }))}
      />
      <p className="text-quiet">In stops below the open sky. Starting values of ours: a reading there beats them.</p>
    </>
  );
}

function FloorEditor({ place, edit }: PlaceProps) {
  const { floorEv } = place;
  return (
    <>
      <SegmentedControl
        label="Lamps"
        hideLabel
        value={floorEv === null ? 'none' : 'some'}
        options={[
          { value: 'none', label: 'None' },
          { value: 'some', label: 'Always lit' },
        ]}
        onChange={(value) => edit(set({ floorEv: value === 'none' ? null : 2 }))}
      />
      {floorEv !== null && (
        <EvQuantity label="What they give at the subject" value={floorEv} onChange={(ev) => edit(set({ floorEv: heldEv(ev) }))} />
      )}
    </>
  );
}

function LampsEditor({ place, edit }: PlaceProps) {
  const change = (id: string, lamp: Partial<Place['lamps'][number]>): void =>
    edit((before) => ({ ...before, lamps: before.lamps.map((one) => (one.id === id ? { ...one, ...lamp } : one)) }));
  return (
    <>
      {place.lamps.map(({ id, label, from, to, ev100 }) => (
        <div key={id} className="grid gap-2 pb-3 border-b border-b-rule">
          <TextField label="Name" value={label ?? ''} onChange={(text) => change(id, { label: text.trim() || undefined })} />
          <div className="grid grid-cols-2 items-start gap-3">
            <ClockField label="Lit from" value={from} onChange={(clock) => change(id, { from: clock })} />
            <ClockField label="until" value={to} onChange={(clock) => change(id, { to: clock })} />
          </div>
          <EvQuantity
            label={`What ${label ?? 'they'} give at the subject`}
            value={ev100}
            onChange={(ev) => change(id, { ev100: heldEv(ev) })}
          />
          <Button
            look="bare"
            size="s"
            onClick={() => edit((before) => ({ ...before, lamps: before.lamps.filter((one) => one.id !== id) }))}
          >
            <Trash2 aria-hidden="true" /> Remove
          </Button>
        </div>
      ))}
      <Button
        size="s"
        onClick={() =>
          edit((before) => ({
            ...before,
            lamps: [...before.lamps, { id: crypto.randomUUID(), from: '17:00', to: '23:00', ev100: 4, label: 'Lamps' }],
          }))
        }
      >
        <Plus aria-hidden="true" /> Add lamps
      </Button>
    </>
  );
}
