import type { ConnectorFamily } from '@zebbit/core';
import { FAMILIES, stationMove } from '@zebbit/core';
import { ChipsMany, ChipsOne } from '../../ui/chips';
import { SelectField, TextField } from '../../ui/field';
import { PhotoPicker } from '../../ui/photo-picker';
import { useJob } from '../../desk/job-context';
import { Slip, SlipMove } from '../slip';
import { BODY_OPTIONS, FAMILY_OPTIONS, HAPPENING_OPTIONS, SYMPTOM_OPTIONS, TRAIT_OPTIONS } from '../words';
import { KindPicker, TakeKinds } from '../kind-picker';
import { Card, Paper } from '../work-sheet';
import { DoesAsk, DoesField, DrawField } from './asked-once';
import { CautionList } from './caution-list';
import { ModelCardNotice } from './model-card-notice';
import { WaitsSection } from '../../waits/waits-section';
import { FiguresSection } from './figures-section';
import { Parking } from './parking';
import { TriageAsk, TriagePanel } from './triage-panel';
import { ThisJob } from './this-job';
import { WorthCard } from './worth-card';
import { PhotoStrip } from '../photo-strip';

const isFamily = (value: string): value is ConnectorFamily => value in FAMILIES;

const asLines = (text: string): string[] =>
  text
    .split('\n')
    .map((l) => l.trim().slice(0, 120))
    .filter(Boolean)
    .slice(0, 30);

/** Is it the port, is it worth it, what is dangerous. */
export function TakeIn() {
  const { view, documents, edit, bundle } = useJob();
  const { intake, board } = documents;
  const move = stationMove(view, 'take-in');
  return (
    <>
      <Paper>
        <ModelCardNotice />
        <Card title="The device">
          <div className="grid grid-cols-2 gap-4">
            <TextField
              label="Device"
              value={intake.name}
              limit={80}
              onCommit={(name) => edit('intake', (d) => void (d.name = name.trim()))}
            />
            <TextField
              label="Owner"
              value={intake.owner}
              onCommit={(owner) => edit('intake', (d) => void (d.owner = owner))}
            />
            <TextField
              label="Make"
              value={intake.make}
              limit={80}
              onCommit={(make) => edit('intake', (d) => void (d.make = make))}
            />
            <TextField
              label="Model"
              value={intake.model}
              limit={80}
              onCommit={(model) => edit('intake', (d) => void (d.model = model))}
            />
            <SelectField
              label="Connector"
              value={board.family ?? ''}
              options={FAMILY_OPTIONS}
              onPick={(value) => {
                edit('board', (d) => void (d.family = isFamily(value) ? value : null));
                // A memory stick is worth its data: the goal becomes one good copy. It can be set back.
                if (value === 'usb-a-plug') edit('intake', (d) => void (d.worth.meaning = 'data'));
              }}
            />
            <DrawField />
          </div>
          <ChipsOne
            label="What it is"
            options={BODY_OPTIONS}
            value={intake.body}
            onChange={(value) => edit('intake', (d) => void (d.body = value))}
          />
        </Card>
        <Card
          title="What it does when it is well"
          about="Only what it does is proved and tried before it goes back."
        >
          <DoesField />
        </Card>
        <Card title="What happened" about="As many as hold.">
          <ChipsMany
            label="What happened"
            options={HAPPENING_OPTIONS}
            value={intake.happened}
            onChange={(value) => edit('intake', (d) => void (d.happened = value))}
          />
          <TextField
            label="In the owner’s words"
            lines={2}
            limit={2000}
            value={intake.happenedNote}
            onCommit={(note) => edit('intake', (d) => void (d.happenedNote = note))}
          />
        </Card>
        <Card title="What it does now">
          <ChipsMany
            label="Symptoms"
            options={SYMPTOM_OPTIONS}
            value={intake.symptoms}
            onChange={(value) => edit('intake', (d) => void (d.symptoms = value))}
          />
        </Card>
        <Card title="What is in it" about="Cautions follow from this.">
          <ChipsMany
            label="What is in it"
            options={TRAIT_OPTIONS}
            value={intake.traits}
            onChange={(value) => edit('intake', (d) => void (d.traits = value))}
          />
        </Card>
        <Card title="What becomes of the port" about="The stations follow it; it can be changed at any time.">
          <KindPicker />
        </Card>
        <WorthCard />
        <Card title="The bag" about="One thing a line.">
          <div className="grid grid-cols-2 gap-4">
            <TextField
              label="Came along"
              lines={3}
              limit={3000}
              placeholder="the torn port, a bag of screws, its cable"
              value={intake.cameWith.join('\n')}
              onCommit={(text) => edit('intake', (d) => void (d.cameWith = asLines(text)))}
            />
            <TextField
              label="Missing already"
              lines={3}
              limit={3000}
              placeholder="one screw, a rubber foot"
              value={intake.missing.join('\n')}
              onCommit={(text) => edit('intake', (d) => void (d.missing = asLines(text)))}
            />
          </div>
        </Card>
        <Card title="As it came in">
          <PhotoPicker jobId={bundle.id} use="before" label="Add a photo" caption="as it came in" />
          <PhotoStrip use="before" />
        </Card>
        <ThisJob />
      </Paper>
      <Slip label="Take in">
        <SlipMove move={move}>
          <TakeInEntry title={move.title} />
        </SlipMove>
        <CautionList />
        <TriagePanel />
        <WaitsSection />
        <FiguresSection />
        <Parking />
      </Slip>
    </>
  );
}

/** What the next move asks for, where it stands. */
function TakeInEntry({ title }: { readonly title: string }) {
  const { view } = useJob();
  if (title.startsWith('What does it do')) return <DoesAsk />;
  if (title.startsWith('What does it draw')) return <DrawField />;
  if (view.triage.next && title === view.triage.next.check.title) return <TriageAsk />;
  return title.endsWith('?') ? <TakeKinds /> : null;
}
