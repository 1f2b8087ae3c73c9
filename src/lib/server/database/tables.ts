import type { FlaskRecord } from '$lib/schema/flask';
import {
  DataTypes,
  Model,
  type CreationOptional,
  type InferAttributes,
  type InferCreationAttributes,
  type ModelStatic,
  type Sequelize
} from 'sequelize';
import type { HeapTest } from '$core/bench/heap-test';
import type { Container } from '$core/heap/state/container';
import type { Event } from '$core/heap/kinds';
import type { MeshFormat, MeshUnit } from '$core/pattern/file/format';
import type { Alloy } from '$core/reference/alloys';
import type { MeshAnswer, PatternRecord } from '$lib/schema/pattern';
import type { CastingResult, GivenMelt, MoldGating, PouredMold } from '$lib/schema/pour';
import type { SandPlan } from '$lib/schema/recondition';
import type { MoldLayout } from '$lib/schema/session';
import type { MoldState } from '$core/session/mold-life';
import type { SessionStage } from '$core/session/session-life';
import type { Outcome } from '$core/trial/answer';
import type { TrialWay } from '$core/trial/lot';
import type { TrialMold } from '$lib/schema/trial';
import type { Cause, DefectName } from '$core/reference/defects';
import type { Seen } from '$core/judge/day-record';
import type { GivenPolicy } from '$lib/schema/heap';
import type { BranchStep } from '$lib/schema/branch';
import type { OwnStep, PlannedMold, Wanted } from '$lib/schema/plan';
import type { OpenHours } from '$core/plan/open-hours';
import type { StepNote } from '$core/plan/casting-steps';
import type { MaterialKind } from '$core/reference/ingredients';
import type { HeapBinder, System, Window } from '$core/reference/targets';

/** The tables as Sequelize models. Masses kg, fractions 0–1, times ISO 8601 UTC text. */

export interface MaterialRow extends Model<
  InferAttributes<MaterialRow>,
  InferCreationAttributes<MaterialRow>
> {
  id: CreationOptional<number>;
  kind: MaterialKind;
  name: string;
  note: string | null;
  /** Rises with every change to it. */
  version: CreationOptional<number>;
  created_at: string;
  removed_at: CreationOptional<string | null>;
}

export interface LotRow extends Model<InferAttributes<LotRow>, InferCreationAttributes<LotRow>> {
  id: CreationOptional<number>;
  material_id: number;
  supplier: string | null;
  bought_kg: number;
  /** Difference found by weighing again. */
  adjusted_kg: CreationOptional<number>;
  cost: number | null;
  currency: string;
  /** Null: the handbook default of its kind. */
  moisture_fraction: number | null;
  active_fraction: number | null;
  fines_fraction: number | null;
  fineness_number: number | null;
  /** When the user stated each of the figures above. */
  stated_at: StatedAt | null;
  /** It comes in whole bags of this much; null when it is weighed out loose. */
  bag_kg: number | null;
  bought_at: string | null;
  note: string | null;
  /** Rises with every change to it. */
  version: CreationOptional<number>;
  created_at: string;
  removed_at: CreationOptional<string | null>;
}

/** Figures of a lot that the user may state and a test may tell. */
export type LotFigure = 'moisture' | 'active' | 'fines' | 'fineness';
export type StatedAt = Partial<Record<LotFigure, string>>;

export interface LotTestRow extends Model<InferAttributes<LotTestRow>, InferCreationAttributes<LotTestRow>> {
  id: CreationOptional<number>;
  lot_id: number;
  kind: string;
  at: string;
  zone: string | null;
  note: string | null;
  test: HeapTest;
  /** See `event-format`. */
  format: number;
  simulated: CreationOptional<boolean>;
  created_at: string;
  undone_at: CreationOptional<string | null>;
}

/** Windows that the user set; the rest come from the handbook. */
export interface OwnTargets {
  moisture?: Window;
  active_clay?: Window;
}

export interface HeapRow extends Model<InferAttributes<HeapRow>, InferCreationAttributes<HeapRow>> {
  id: CreationOptional<number>;
  name: string;
  system: System;
  binder: HeapBinder;
  container: Container;
  targets: OwnTargets | null;
  zone: string | null;
  /** What the scale used with it shows at its finest, g; null: a kitchen scale. */
  scale_g: CreationOptional<number | null>;
  /** How it is renewed from session to session; null while nobody chose. */
  policy: CreationOptional<GivenPolicy | null>;
  /** Rises with every change to the heap or its ledger. */
  version: CreationOptional<number>;
  created_at: string;
  removed_at: CreationOptional<string | null>;
}

export interface EntryRow extends Model<InferAttributes<EntryRow>, InferCreationAttributes<EntryRow>> {
  id: CreationOptional<number>;
  heap_id: number;
  /** The press that wrote it, with all else that it wrote. */
  act_id: number;
  /** The version that counts. */
  version: CreationOptional<number>;
  created_at: string;
  undone_at: CreationOptional<string | null>;
}

/** Something set for these records, by name. */
export interface SettingRow extends Model<InferAttributes<SettingRow>, InferCreationAttributes<SettingRow>> {
  name: string;
  /** As JSON text. */
  value: string;
  changed_at: string;
}

/** What the user typed, by field. */
export type Typed = Record<string, string | string[] | undefined>;

export interface EntryVersionRow extends Model<
  InferAttributes<EntryVersionRow>,
  InferCreationAttributes<EntryVersionRow>
> {
  id: CreationOptional<number>;
  entry_id: number;
  version: number;
  kind: string;
  at: string;
  zone: string | null;
  note: string | null;
  event: Event;
  /** See `event-format`. */
  format: number;
  session_id: number | null;
  mold_id: number | null;
  /** Id of the member who did it. */
  member: number | null;
  typed: Typed | null;
  /** A figure of it was read off a simulated device. */
  simulated: CreationOptional<boolean>;
  written_at: string;
}

export interface ActRow extends Model<InferAttributes<ActRow>, InferCreationAttributes<ActRow>> {
  id: CreationOptional<number>;
  name: string | null;
  molds: MoldStep[];
  created_at: string;
  undone_at: CreationOptional<string | null>;
}

/** A mold that an act moved on. */
export interface MoldStep {
  mold_id: number;
  before: MoldState;
  after: MoldState;
  /** Of one that broke. */
  because?: string;
}

export interface MemberRow extends Model<InferAttributes<MemberRow>, InferCreationAttributes<MemberRow>> {
  id: CreationOptional<number>;
  name: string;
  /** Held by the member: multiples of the aimed temper ratio; null where it is learned. */
  hand_bias: CreationOptional<number | null>;
  hand_spread: CreationOptional<number | null>;
  hand_since: CreationOptional<string | null>;
  /** Of their week, when they have time for it; null until they said. */
  hours: CreationOptional<OpenHours[] | null>;
  /** Rises with every change to it. */
  version: CreationOptional<number>;
  created_at: string;
  removed_at: CreationOptional<string | null>;
}

export interface SessionRow extends Model<InferAttributes<SessionRow>, InferCreationAttributes<SessionRow>> {
  id: CreationOptional<number>;
  name: string | null;
  at: string;
  zone: string;
  members: number[];
  stage: SessionStage;
  note: string | null;
  steps: Record<string, unknown>[];
  melt: CreationOptional<GivenMelt | null>;
  /** What was set out to be done with each heap, by its id. */
  sand: CreationOptional<Record<string, SandPlan> | null>;
  /** What is kept of the day for the next. */
  lessons: CreationOptional<string | null>;
  version: CreationOptional<number>;
  created_at: string;
  removed_at: CreationOptional<string | null>;
}

export interface MoldRow extends Model<InferAttributes<MoldRow>, InferCreationAttributes<MoldRow>> {
  id: CreationOptional<number>;
  session_id: number;
  flask_id: number | null;
  patterns: { pattern_id: number; count: number }[];
  facing_heap_id: number | null;
  backing_heap_id: number;
  state: MoldState;
  metal: Alloy | null;
  /** Where the patterns lie; null while nobody placed them. */
  layout: MoldLayout | null;
  /** Why it broke, of one that did. */
  broken_because: string | null;
  gating: CreationOptional<MoldGating | null>;
  /** Of one that was poured; one whose pour was undone keeps it, and its state says that it is not. */
  poured: CreationOptional<PouredMold | null>;
  alloy_id: CreationOptional<number | null>;
  note: string | null;
  /** Rises with every change to it. */
  version: CreationOptional<number>;
  created_at: string;
  removed_at: CreationOptional<string | null>;
}

export interface AlloyRow extends Model<InferAttributes<AlloyRow>, InferCreationAttributes<AlloyRow>> {
  id: CreationOptional<number>;
  name: string;
  based_on: Alloy;
  /** Null: as of what it is based on. */
  solidus_c: number | null;
  liquidus_c: number | null;
  pour_low_c: number | null;
  pour_high_c: number | null;
  solid_kg_l: number | null;
  loss_percent: number | null;
  parts: { name: string; percent: number; melts_c: number }[] | null;
  note: string | null;
  /** Rises with every change to it. */
  version: CreationOptional<number>;
  created_at: string;
  removed_at: CreationOptional<string | null>;
}

export interface TrialRow extends Model<InferAttributes<TrialRow>, InferCreationAttributes<TrialRow>> {
  id: CreationOptional<number>;
  name: string;
  heap_id: number | null;
  as_now: string;
  otherwise: string;
  hold: string | null;
  outcome: Outcome;
  defect: DefectName | null;
  unit: string | null;
  better: 'lower' | 'higher';
  worth: number;
  scatter: number;
  pairs: number;
  lot: TrialWay[];
  molds: TrialMold[];
  ended_at: CreationOptional<string | null>;
  /** Rises with every change to it. */
  version: CreationOptional<number>;
  created_at: string;
  removed_at: CreationOptional<string | null>;
}

export interface CastingRow extends Model<InferAttributes<CastingRow>, InferCreationAttributes<CastingRow>> {
  id: CreationOptional<number>;
  session_id: number;
  mold_id: number;
  pattern_id: number;
  result: CastingResult;
  kg: number | null;
  defects: { defect: DefectName; x?: number | undefined; y?: number | undefined }[];
  seen: Partial<Record<Seen, boolean>>;
  cause: Cause | null;
  photo_hash: CreationOptional<string | null>;
  note: string | null;
  /** Rises with every change to it. */
  version: CreationOptional<number>;
  created_at: string;
  removed_at: CreationOptional<string | null>;
}

/** A casting day planned back from its pour. */
export interface PlanRow extends Model<InferAttributes<PlanRow>, InferCreationAttributes<PlanRow>> {
  id: CreationOptional<number>;
  session_id: number;
  /** The sand that it is rammed of. */
  heap_id: number;
  metal: Alloy;
  wanted: Wanted[];
  /** What it takes, worked out when it was last planned. */
  molds: PlannedMold[];
  delivery_days: number | null;
  own: OwnStep[];
  notes: StepNote[];
  version: CreationOptional<number>;
  created_at: string;
  removed_at: CreationOptional<string | null>;
}

/** When a member has no time, from a calendar file of theirs. */
export interface BusyRow extends Model<InferAttributes<BusyRow>, InferCreationAttributes<BusyRow>> {
  id: CreationOptional<number>;
  member_id: number;
  /** The file that it came from. */
  source: string;
  what: string | null;
  from_at: string;
  to_at: string;
}

/** What if: steps from how a heap stands, that its ledger knows nothing of. */
export interface BranchRow extends Model<InferAttributes<BranchRow>, InferCreationAttributes<BranchRow>> {
  id: CreationOptional<number>;
  heap_id: number;
  name: string;
  steps: BranchStep[];
  /** Rises with every change to it. */
  version: CreationOptional<number>;
  created_at: string;
  removed_at: CreationOptional<string | null>;
}

/** One answer to the trainer. */
export interface AnswerRow extends Model<InferAttributes<AnswerRow>, InferCreationAttributes<AnswerRow>> {
  id: CreationOptional<number>;
  /** Null: nobody named. */
  member_id: number | null;
  card: string;
  at: string;
  /** What the question was drawn from. */
  seed: number;
  truth: Record<string, unknown>;
  answer: Record<string, unknown>;
  right: boolean;
  /** How far off, grades of the squeeze; null where that has no measure. */
  off: number | null;
}

export interface LotUseRow extends Model<InferAttributes<LotUseRow>, InferCreationAttributes<LotUseRow>> {
  id: CreationOptional<number>;
  entry_id: number;
  lot_id: number;
  kg: number;
}

export interface AnsweredRequestRow extends Model<
  InferAttributes<AnsweredRequestRow>,
  InferCreationAttributes<AnsweredRequestRow>
> {
  key: string;
  fingerprint: string;
  answer: { status: number; body: unknown; location: string | null };
  created_at: string;
}

export interface ReadingRow extends Model<InferAttributes<ReadingRow>, InferCreationAttributes<ReadingRow>> {
  id: CreationOptional<number>;
  device: string;
  kind: 'scale' | 'probe' | 'thermocouple';
  /** kg from a scale, percent from a probe. */
  value: number;
  stable: boolean;
  at: string;
  created_at: string;
}

/** A flask that somebody owns: inside sizes and empty weights of its halves. */
/** What is kept of a record is what is given out of it; the database counts its ids and versions. */
type Kept<Record extends { id: number; version: number }> = Omit<Record, 'id' | 'version'>;

export interface FlaskRow
  extends Model<InferAttributes<FlaskRow>, InferCreationAttributes<FlaskRow>>, Kept<FlaskRecord> {
  id: CreationOptional<number>;
  version: CreationOptional<number>;
  removed_at: CreationOptional<string | null>;
}

/** A file beside the database, named by what it holds. */
export interface FileRow extends Model<InferAttributes<FileRow>, InferCreationAttributes<FileRow>> {
  /** SHA-256 of its contents, hexadecimal. */
  hash: string;
  media: string;
  bytes: number;
  /** What it was called where it came from. */
  name: string | null;
  created_at: string;
}

/** A mesh file in a unit, and what was worked out of it. */
export interface MeshRow extends Model<InferAttributes<MeshRow>, InferCreationAttributes<MeshRow>> {
  id: CreationOptional<number>;
  file_hash: string;
  format: MeshFormat;
  unit: MeshUnit;
  unit_stated: boolean;
  analysis: MeshAnswer;
  created_at: string;
}

export interface PatternRow
  extends Model<InferAttributes<PatternRow>, InferCreationAttributes<PatternRow>>, Kept<PatternRecord> {
  id: CreationOptional<number>;
  version: CreationOptional<number>;
  removed_at: CreationOptional<string | null>;
}

export interface Tables {
  materials: ModelStatic<MaterialRow>;
  lots: ModelStatic<LotRow>;
  lotTests: ModelStatic<LotTestRow>;
  heaps: ModelStatic<HeapRow>;
  entries: ModelStatic<EntryRow>;
  entryVersions: ModelStatic<EntryVersionRow>;
  lotUses: ModelStatic<LotUseRow>;
  answeredRequests: ModelStatic<AnsweredRequestRow>;
  readings: ModelStatic<ReadingRow>;
  acts: ModelStatic<ActRow>;
  members: ModelStatic<MemberRow>;
  plans: ModelStatic<PlanRow>;
  busy: ModelStatic<BusyRow>;
  branches: ModelStatic<BranchRow>;
  answers: ModelStatic<AnswerRow>;
  settings: ModelStatic<SettingRow>;
  sessions: ModelStatic<SessionRow>;
  molds: ModelStatic<MoldRow>;
  alloys: ModelStatic<AlloyRow>;
  castings: ModelStatic<CastingRow>;
  trials: ModelStatic<TrialRow>;
  flasks: ModelStatic<FlaskRow>;
  files: ModelStatic<FileRow>;
  meshes: ModelStatic<MeshRow>;
  patterns: ModelStatic<PatternRow>;
}

// Fresh objects each time: Sequelize writes into the attribute objects that it is given.
const key = () => ({ type: DataTypes.INTEGER, primaryKey: true, autoIncrement: true });
const words = () => ({ type: DataTypes.TEXT, allowNull: false });
const maybeWords = () => ({ type: DataTypes.TEXT, allowNull: true });
const figure = () => ({ type: DataTypes.DOUBLE, allowNull: false });
const maybeFigure = () => ({ type: DataTypes.DOUBLE, allowNull: true });
const count = () => ({ type: DataTypes.INTEGER, allowNull: false });
const version = () => ({ ...count(), defaultValue: 1 });
const maybeCount = () => ({ type: DataTypes.INTEGER, allowNull: true });
// Sequelize knows the types of the database, not those of a row: what is read was checked by a schema when written.
const choice = () => words() as never;
// As above.
const maybeChoice = () => maybeWords() as never;
// As above: the shape of a record is its schema's.
const json = () => ({ type: DataTypes.JSON, allowNull: false }) as never;
// As above.
const maybeJson = () => ({ type: DataTypes.JSON, allowNull: true }) as never;

export function defineTables(sequelize: Sequelize): Tables {
  const options = { timestamps: false, underscored: true } as const;
  const named = (tableName: string) => ({ ...options, tableName });
  // The column is our own optimistic version, not one that Sequelize keeps.
  const counted = (tableName: string) => ({ ...named(tableName), version: false });
  return {
    materials: sequelize.define<MaterialRow>(
      'material',
      {
        id: key(),
        kind: choice(),
        name: words(),
        note: maybeWords(),
        version: version(),
        created_at: words(),
        removed_at: maybeWords()
      },
      counted('materials')
    ),
    lots: sequelize.define<LotRow>(
      'lot',
      {
        id: key(),
        material_id: count(),
        supplier: maybeWords(),
        bought_kg: figure(),
        adjusted_kg: { ...figure(), defaultValue: 0 },
        cost: maybeFigure(),
        currency: words(),
        moisture_fraction: maybeFigure(),
        active_fraction: maybeFigure(),
        fines_fraction: maybeFigure(),
        fineness_number: maybeFigure(),
        stated_at: maybeJson(),
        bag_kg: maybeFigure(),
        bought_at: maybeWords(),
        note: maybeWords(),
        version: version(),
        created_at: words(),
        removed_at: maybeWords()
      },
      counted('lots')
    ),
    lotTests: sequelize.define<LotTestRow>(
      'lot_test',
      {
        id: key(),
        lot_id: count(),
        kind: words(),
        at: words(),
        zone: maybeWords(),
        note: maybeWords(),
        test: json(),
        format: count(),
        simulated: { type: DataTypes.BOOLEAN, allowNull: false, defaultValue: false },
        created_at: words(),
        undone_at: maybeWords()
      },
      named('lot_tests')
    ),
    heaps: sequelize.define<HeapRow>(
      'heap',
      {
        id: key(),
        name: words(),
        system: choice(),
        binder: choice(),
        container: json(),
        targets: maybeJson(),
        zone: maybeWords(),
        scale_g: maybeFigure(),
        policy: maybeJson(),
        version: version(),
        created_at: words(),
        removed_at: maybeWords()
      },
      counted('heaps')
    ),
    entries: sequelize.define<EntryRow>(
      'entry',
      {
        id: key(),
        heap_id: count(),
        act_id: count(),
        version: version(),
        created_at: words(),
        undone_at: maybeWords()
      },
      counted('entries')
    ),
    entryVersions: sequelize.define<EntryVersionRow>(
      'entry_version',
      {
        id: key(),
        entry_id: count(),
        version: count(),
        kind: words(),
        at: words(),
        zone: maybeWords(),
        note: maybeWords(),
        event: json(),
        format: count(),
        session_id: maybeCount(),
        mold_id: maybeCount(),
        member: maybeCount(),
        typed: maybeJson(),
        simulated: { type: DataTypes.BOOLEAN, allowNull: false, defaultValue: false },
        written_at: words()
      },
      counted('entry_versions')
    ),
    settings: sequelize.define<SettingRow>(
      'setting',
      { name: { type: DataTypes.TEXT, primaryKey: true }, value: words(), changed_at: words() },
      named('settings')
    ),
    lotUses: sequelize.define<LotUseRow>(
      'lot_use',
      { id: key(), entry_id: count(), lot_id: count(), kg: figure() },
      named('lot_uses')
    ),
    acts: sequelize.define<ActRow>(
      'act',
      { id: key(), name: maybeWords(), molds: json(), created_at: words(), undone_at: maybeWords() },
      named('acts')
    ),
    members: sequelize.define<MemberRow>(
      'member',
      {
        id: key(),
        name: words(),
        hand_bias: maybeFigure(),
        hand_spread: maybeFigure(),
        hand_since: maybeWords(),
        hours: maybeJson(),
        version: version(),
        created_at: words(),
        removed_at: maybeWords()
      },
      counted('members')
    ),
    plans: sequelize.define<PlanRow>(
      'plan',
      {
        id: key(),
        session_id: count(),
        heap_id: count(),
        metal: choice(),
        wanted: json(),
        molds: json(),
        delivery_days: maybeFigure(),
        own: json(),
        notes: json(),
        version: version(),
        created_at: words(),
        removed_at: maybeWords()
      },
      counted('plans')
    ),
    busy: sequelize.define<BusyRow>(
      'busy',
      {
        id: key(),
        member_id: count(),
        source: words(),
        what: maybeWords(),
        from_at: words(),
        to_at: words()
      },
      named('busy')
    ),
    branches: sequelize.define<BranchRow>(
      'branch',
      {
        id: key(),
        heap_id: count(),
        name: words(),
        steps: json(),
        version: version(),
        created_at: words(),
        removed_at: maybeWords()
      },
      counted('branches')
    ),
    answers: sequelize.define<AnswerRow>(
      'answer',
      {
        id: key(),
        member_id: maybeCount(),
        card: words(),
        at: words(),
        seed: count(),
        truth: json(),
        answer: json(),
        right: { type: DataTypes.BOOLEAN, allowNull: false },
        off: maybeFigure()
      },
      named('answers')
    ),
    sessions: sequelize.define<SessionRow>(
      'session',
      {
        id: key(),
        name: maybeWords(),
        at: words(),
        zone: words(),
        members: json(),
        stage: choice(),
        note: maybeWords(),
        steps: json(),
        melt: maybeJson(),
        lessons: maybeWords(),
        sand: maybeJson(),
        version: version(),
        created_at: words(),
        removed_at: maybeWords()
      },
      counted('sessions')
    ),
    molds: sequelize.define<MoldRow>(
      'mold',
      {
        id: key(),
        session_id: count(),
        flask_id: maybeCount(),
        patterns: json(),
        facing_heap_id: maybeCount(),
        backing_heap_id: count(),
        state: choice(),
        metal: maybeChoice(),
        layout: maybeJson(),
        broken_because: maybeWords(),
        gating: maybeJson(),
        poured: maybeJson(),
        alloy_id: maybeCount(),
        note: maybeWords(),
        version: version(),
        created_at: words(),
        removed_at: maybeWords()
      },
      counted('molds')
    ),
    alloys: sequelize.define<AlloyRow>(
      'alloy',
      {
        id: key(),
        name: words(),
        based_on: choice(),
        solidus_c: maybeFigure(),
        liquidus_c: maybeFigure(),
        pour_low_c: maybeFigure(),
        pour_high_c: maybeFigure(),
        solid_kg_l: maybeFigure(),
        loss_percent: maybeFigure(),
        parts: maybeJson(),
        note: maybeWords(),
        version: version(),
        created_at: words(),
        removed_at: maybeWords()
      },
      counted('alloys')
    ),
    trials: sequelize.define<TrialRow>(
      'trial',
      {
        id: key(),
        name: words(),
        heap_id: maybeCount(),
        as_now: words(),
        otherwise: words(),
        hold: maybeWords(),
        outcome: choice(),
        defect: maybeChoice(),
        unit: maybeWords(),
        better: choice(),
        worth: figure(),
        scatter: figure(),
        pairs: count(),
        lot: json(),
        molds: json(),
        ended_at: maybeWords(),
        version: version(),
        created_at: words(),
        removed_at: maybeWords()
      },
      counted('trials')
    ),
    castings: sequelize.define<CastingRow>(
      'casting',
      {
        id: key(),
        session_id: count(),
        mold_id: count(),
        pattern_id: count(),
        result: choice(),
        kg: maybeFigure(),
        defects: json(),
        seen: json(),
        cause: maybeChoice(),
        photo_hash: maybeWords(),
        note: maybeWords(),
        version: version(),
        created_at: words(),
        removed_at: maybeWords()
      },
      counted('castings')
    ),
    flasks: sequelize.define<FlaskRow>(
      'flask',
      {
        id: key(),
        name: words(),
        shape: choice(),
        length_mm: figure(),
        width_mm: figure(),
        cope_mm: figure(),
        drag_mm: figure(),
        wall: choice(),
        wall_mm: maybeFigure(),
        material: maybeChoice(),
        pins: maybeChoice(),
        closing: maybeChoice(),
        bars: { type: DataTypes.BOOLEAN, allowNull: false },
        cope_kg: maybeFigure(),
        drag_kg: maybeFigure(),
        note: maybeWords(),
        version: version(),
        created_at: words(),
        removed_at: maybeWords()
      },
      counted('flasks')
    ),
    files: sequelize.define<FileRow>(
      'file',
      {
        hash: { type: DataTypes.TEXT, primaryKey: true },
        media: words(),
        bytes: count(),
        name: maybeWords(),
        created_at: words()
      },
      named('files')
    ),
    meshes: sequelize.define<MeshRow>(
      'mesh',
      {
        id: key(),
        file_hash: words(),
        format: choice(),
        unit: choice(),
        unit_stated: { type: DataTypes.BOOLEAN, allowNull: false },
        analysis: json(),
        created_at: words()
      },
      named('meshes')
    ),
    patterns: sequelize.define<PatternRow>(
      'pattern',
      {
        id: key(),
        name: words(),
        kind: choice(),
        material: maybeChoice(),
        known_by: choice(),
        length_mm: figure(),
        width_mm: figure(),
        height_mm: figure(),
        above_mm: figure(),
        volume_l: maybeFigure(),
        pattern_kg: maybeFigure(),
        solids: maybeJson(),
        mesh_id: maybeCount(),
        draw: maybeJson(),
        footprint_mm: maybeJson(),
        metal: maybeChoice(),
        made: count(),
        wear: maybeWords(),
        coats: json(),
        fillet_mm: maybeFigure(),
        pins: maybeCount(),
        carry_over: json(),
        photo_hash: maybeWords(),
        note: maybeWords(),
        version: version(),
        created_at: words(),
        removed_at: maybeWords()
      },
      counted('patterns')
    ),
    readings: sequelize.define<ReadingRow>(
      'reading',
      {
        id: key(),
        device: words(),
        kind: choice(),
        value: figure(),
        stable: { type: DataTypes.BOOLEAN, allowNull: false },
        at: words(),
        created_at: words()
      },
      named('readings')
    ),
    answeredRequests: sequelize.define<AnsweredRequestRow>(
      'answered_request',
      {
        key: { type: DataTypes.TEXT, primaryKey: true },
        fingerprint: words(),
        answer: json(),
        created_at: words()
      },
      named('answered_requests')
    )
  };
}
