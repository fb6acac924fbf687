import { briefFrom, STARTER_SITUATIONS } from '@hushto/words';
import { takesOf, type Rung } from '@hushto/core';
import { ChevronLeft, ChevronRight, FileDown, Pin, Plus, Trash2 } from 'lucide-react';
import { useState, type ReactNode } from 'react';
import { ActionMenu } from '../../components/ActionMenu.tsx';
import { Answers } from '../../components/Answers.tsx';
import { Button } from '../../components/Button.tsx';
import { Caution } from '../../components/Caution.tsx';
import { Checkbox } from '../../components/Checkbox.tsx';
import { Disclosure } from '../../components/Disclosure.tsx';
import { Field, FieldBox, Problem } from '../../components/Field.tsx';
import { MENU, MenuFoot, MenuItem, MenuList } from '../../components/Menu.tsx';
import { BriefValley } from '../../components/MiniValley.tsx';
import { NumberField } from '../../components/NumberField.tsx';
import { panelLook } from '../../components/Panel.tsx';
import { PickList } from '../../components/PickList.tsx';
import { PictureTag } from '../../components/PictureTag.tsx';
import { Popup } from '../../components/Popup.tsx';
import { Question } from '../../components/Question.tsx';
import { Scrolls } from '../../components/Scrolls.tsx';
import { SegmentedControl } from '../../components/SegmentedControl.tsx';
import { Select } from '../../components/Select.tsx';
import { Sheet } from '../../components/Sheet.tsx';
import { SaidSlider } from '../../components/Slider.tsx';
import { Switch } from '../../components/Switch.tsx';
import { Table } from '../../components/Table.tsx';
import { TakeChips } from '../../components/TakeChips.tsx';
import { Toggles } from '../../components/Toggles.tsx';
import { Token } from '../../components/Token.tsx';
import { Understroke } from '../../components/Understroke.tsx';
import { Ways } from '../../components/Ways.tsx';
import { cn } from '../../components/cn.ts';
import { useToasts } from '../../components/toast.ts';
import { tread } from '../../components/tread.ts';
import type { CameToBe } from '../../domain/cells.ts';

const BRIEF = briefFrom(STARTER_SITUATIONS[0]!);
const TAKES = takesOf(BRIEF);

/** The parts of the kit in the states they have, in both themes: in development only. */
export function PartsScreen() {
  return (
    <main className="grid grid-cols-2 max-md:grid-cols-1">
      <div className="paper p-6">
        <Parts theme="Paper" />
      </div>
      <div className="dim p-6">
        <Parts theme="Dim" />
      </div>
    </main>
  );
}

function Parts({ theme }: { theme: string }) {
  return (
    <>
      <h1 className="mb-3 font-title text-24 font-semibold">{theme}</h1>
      <div className="grid grid-cols-2 items-start gap-x-6 gap-y-4">
        <Buttons />
        <Values />
        <Choices />
        <Fields />
        <Lists />
        <Words />
      </div>
    </>
  );
}

const Part = ({ name, wide = false, children }: { name: string; wide?: boolean; children: ReactNode }) => (
  <section className={cn('grid gap-2', wide && 'col-span-full')} aria-label={name}>
    <h2 className="border-b border-b-rule text-13 text-quiet">{name}</h2>
    {children}
  </section>
);

const Row = ({ children }: { children: ReactNode }) => <div className="flex flex-wrap items-center gap-2">{children}</div>;

function Buttons() {
  return (
    <Part name="Buttons">
      {([undefined, 's'] as const).map((size) => (
        <Row key={size ?? 'm'}>
          <Button size={size}>Plain</Button>
          <Button size={size} look="go">
            <Plus aria-hidden="true" /> Goes on
          </Button>
          <Button size={size} look="bare">
            <Trash2 aria-hidden="true" /> Bare
          </Button>
          <Button size={size} disabled>
            Cannot
          </Button>
          <Button size={size} look="bare" icon aria-label="Delete">
            <Trash2 aria-hidden="true" />
          </Button>
        </Row>
      ))}
      <Row>
        <Button look="step" aria-label="A third slower">
          <ChevronLeft aria-hidden="true" />
        </Button>
        <Button look="step" aria-label="A third faster" disabled>
          <ChevronRight aria-hidden="true" />
        </Button>
        <Button look="step" aria-pressed aria-label="Pin" className="aria-pressed:bg-ink aria-pressed:text-panel">
          <Pin aria-hidden="true" />
        </Button>
        <Button className="outline-2 outline-offset-2 outline-ink">Has the focus</Button>
      </Row>
      <Answers
        first={{ label: 'Sharp', letter: 's', onGive: nothing }}
        second={{ label: 'Soft', letter: 'l', onGive: nothing }}
        low
      />
    </Part>
  );
}

const HOW: Record<CameToBe, string> = {
  computed: 'Computed',
  looked: 'Looked at',
  pinned: 'Pinned',
  limit: 'At a limit',
  impossible: 'Cannot be',
};
const RUNGS: readonly { state: Rung['state']; now: boolean; says: string }[] = [
  { state: 'works', now: false, says: 'works' },
  { state: 'works', now: true, says: 'now' },
  { state: 'edge', now: false, says: 'at the edge' },
  { state: 'past', now: false, says: 'past' },
];

function Values() {
  return (
    <Part name="How a value came to be; rungs">
      <Row>
        {(Object.keys(HOW) as CameToBe[]).map((how) => (
          <span key={how} className="grid text-13">
            <output className={cn('font-dial text-40 font-semibold tracking-[-0.03em]', how === 'impossible' && 'text-warn')}>
              f/2.8
              <Understroke how={how} />
            </output>
            {HOW[how]}
          </span>
        ))}
      </Row>
      <ol className="grid grid-cols-4">
        {RUNGS.map(({ says, ...rung }) => (
          <li key={says} className={cn(tread(rung), 'px-2 py-2 text-13')}>
            {says}
          </li>
        ))}
      </ol>
      <BriefValley brief={BRIEF} />
    </Part>
  );
}

function Choices() {
  const [aim, setAim] = useState<'freeze' | 'streak' | 'pan'>('freeze');
  const [on, setOn] = useState(true);
  const [share, setShare] = useState(0.5);
  const [thing, setThing] = useState('a');
  const [way, setWay] = useState<'ev' | 'lux'>('ev');
  const [held, setHeld] = useState<string[]>(['elbows']);
  return (
    <Part name="Choices">
      <SegmentedControl
        label="The movement"
        value={aim}
        options={[
          { value: 'freeze', label: 'Freeze' },
          { value: 'streak', label: 'Streak' },
          { value: 'pan', label: 'Pan' },
        ]}
        onChange={setAim}
      />
      <Row>
        <Checkbox checked={on} onChange={setOn}>
          It is so
        </Checkbox>
        <Checkbox checked={!on} onChange={(now) => setOn(!now)}>
          It is not
        </Checkbox>
        <Switch on={on} onChange={setOn}>
          It goes on
        </Switch>
      </Row>
      <Ways
        label="Say it as"
        way={way}
        onChange={setWay}
        ways={[
          { value: 'ev', label: 'EV', panel: <p>Its fields</p> },
          { value: 'lux', label: 'Lux', panel: <p>Others</p> },
        ]}
      />
      <Toggles
        label="How you hold it"
        className="grid-cols-2"
        on={held}
        onChange={setHeld}
        options={[
          { value: 'elbows', label: 'Elbows tucked in' },
          { value: 'wall', label: 'Leaning' },
        ]}
      />
      <SaidSlider
        label="Share"
        says={`It fills ${Math.round(share * 100)} % of the height`}
        value={share}
        min={0}
        max={1}
        marks={['none', 'all']}
        onChange={setShare}
      />
      <Select
        label="From a list"
        value={thing}
        options={[
          { value: 'a', label: 'A porter with a handcart' },
          { value: 'b', label: 'A skater' },
        ]}
        onChange={setThing}
      />
      <TakeChips brief={BRIEF} takes={TAKES} taken={null} lines="" onTake={nothing} />
    </Part>
  );
}

function Fields() {
  const [metres, setMetres] = useState(4);
  return (
    <Part name="Fields">
      <NumberField label="Distance" value={metres} unit="m" onChange={setMetres} />
      <Field htmlFor={`bad${useState(() => Math.random())[0]}`} label="What cannot be" problem="Give a number, such as 4.">
        <FieldBox bad>
          <input defaultValue="a few" aria-label="What cannot be" />
        </FieldBox>
      </Field>
      <p>
        <Token title="Distance" editor={() => <p>Its editor</p>}>
          4 m
        </Token>{' '}
        away, in{' '}
        <Token title="How much light" problem="Nothing works in this light." editor={() => <p>Its editor</p>}>
          EV −2
        </Token>
        .{' '}
        <Token title="More about it" quiet editor={() => <p>Its editor</p>}>
          more
        </Token>
      </p>
      <PickList
        label="Subjects"
        searchable
        low
        value="porter"
        items={[
          { id: 'porter', label: 'A porter with a handcart', detail: '1.6 m/s', group: 'Street' },
          { id: 'otter', label: 'An otter at the water', detail: '0.8 m/s', group: 'Wildlife' },
        ]}
        onPick={nothing}
      />
    </Part>
  );
}

function Lists() {
  const [open, setOpen] = useState<'sheet' | 'question' | null>(null);
  const { show } = useToasts();
  return (
    <Part name="Panels and lists">
      <Row>
        <Popup label="A popup" headed trigger={(trigger) => <Button {...trigger}>Popup</Button>}>
          {() => <p>What it holds.</p>}
        </Popup>
        <Button onClick={() => setOpen('sheet')}>Sheet</Button>
        <Button onClick={() => setOpen('question')}>Question</Button>
        <ActionMenu
          title="Save it as"
          icon={FileDown}
          actions={[
            { name: 'JPEG', line: 'As it was shown', onPick: nothing },
            { name: 'DNG', line: 'As its sensor saw it', onPick: nothing },
          ]}
        />
        <Button onClick={() => show('“Lamp street” is deleted.', { label: 'Undo', run: nothing })}>Toast</Button>
      </Row>
      {open === 'sheet' && (
        <Sheet title="A sheet" onClose={() => setOpen(null)}>
          <p>What it holds.</p>
        </Sheet>
      )}
      {open === 'question' && (
        <Question title="Back to yesterday?" yes="Restore it" no="Leave it" onYes={nothing} onClose={() => setOpen(null)}>
          Everything will be as it was then.
        </Question>
      )}
      <Disclosure title="What is asked for now and then" open>
        <p>What it holds.</p>
      </Disclosure>
      <Scrolls label="Counted" className="max-h-20">
        <ul>
          {['18:10', '18:40', '19:05', '19:30', '20:15'].map((time) => (
            <li key={time}>{time}, 4 of 6 sharp</li>
          ))}
        </ul>
      </Scrolls>
      <div className={cn(panelLook, MENU, 'w-full')}>
        <MenuList label="Briefs">
          <MenuItem
            name="Ferry Steps market"
            line="A porter, strings of bulbs, EV 4.0"
            current
            end={<BriefValley brief={BRIEF} />}
            onPick={nothing}
          />
          <MenuItem name="Skate hall derby" line="A skater, tube lamps, EV 7.3" onPick={nothing} />
        </MenuList>
        <MenuFoot>
          <Button look="go" size="s">
            <Plus aria-hidden="true" /> New brief
          </Button>
        </MenuFoot>
      </div>
    </Part>
  );
}

function Words() {
  return (
    <Part name="Words and figures">
      <Caution>Carts pass and the quay edge is open. The market stewards have the last word.</Caution>
      <Problem alert>Stand at least 0.5 m away.</Problem>
      <p className="relative h-16 rounded-md bg-[linear-gradient(120deg,#3b2a20,#c58b4a)]">
        <PictureTag className="top-2 left-2">Kept 1/8</PictureTag>
      </p>
      <progress value={5} max={18} aria-label="Frames" />
      <p>
        Key <kbd>s</kbd>, <span className="text-quiet">said quietly</span>, <b>said first</b>
      </p>
      {(['m', 's'] as const).map((size) => (
        <Table key={size} size={size}>
          <thead>
            <tr>
              <th scope="col">Shutter</th>
              <th scope="col">Sharp</th>
            </tr>
          </thead>
          <tbody>
            <tr aria-current="true">
              <th scope="row">1/8</th>
              <td>14 of 18</td>
            </tr>
            <tr>
              <th scope="row">1/4</th>
              <td>9 of 18</td>
            </tr>
          </tbody>
        </Table>
      ))}
    </Part>
  );
}

const nothing = (): void => {};
