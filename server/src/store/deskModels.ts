import {
  DataTypes,
  Model,
  type CreationOptional,
  type InferAttributes,
  type InferCreationAttributes,
  type NonAttribute,
  type Sequelize,
} from 'sequelize';
import type { BriefContent, Given, Mail, Marking, Receipt } from '@ravlo/contract';
import type { PersonRow } from './models';
import { newCode } from './newCode';

export class DeskClassRow extends Model<
  InferAttributes<DeskClassRow>,
  InferCreationAttributes<DeskClassRow>
> {
  declare id: CreationOptional<string>;
  declare name: string;
  /** who made it */
  declare marker: string;
  declare code: string;
  /** by which another marker joins */
  declare markerCode: CreationOptional<string>;
  /** nobody joins as a student */
  declare isClosed: CreationOptional<boolean>;
}

/** Who is in which class. */
export class MemberRow extends Model<InferAttributes<MemberRow>, InferCreationAttributes<MemberRow>> {
  declare classId: string;
  declare personId: string;
  /** who has left is still known where their work lies */
  declare role: CreationOptional<'student' | 'marker' | 'left'>;
  /** how the marker calls them; empty: as they call themselves */
  declare calledAs: CreationOptional<string>;
  declare person?: NonAttribute<PersonRow>;
}

export class BriefRow extends Model<InferAttributes<BriefRow>, InferCreationAttributes<BriefRow>> {
  declare id: CreationOptional<string>;
  declare classId: string;
  /** as it was written; briefs from before there were several ways of handing over say nothing of them */
  declare content: Omit<BriefContent, 'by'> & Partial<Pick<BriefContent, 'by'>>;
  /** students see it from then on; null: nobody has said when */
  declare publishAt: CreationOptional<Date | null>;
  declare deletedAt: CreationOptional<Date | null>;
  declare version: CreationOptional<number>;
  declare createdAt: CreationOptional<Date>;
  declare deskClass?: NonAttribute<DeskClassRow>;
}

/** Work that has arrived: the row is written when its bytes have been read back from the disk. */
export class AttemptRow extends Model<InferAttributes<AttemptRow>, InferCreationAttributes<AttemptRow>> {
  declare id: CreationOptional<string>;
  declare briefId: string;
  declare personId: string;
  declare key: string;
  declare number: number;
  declare sha256: string;
  declare comment: string;
  declare packetId: CreationOptional<string | null>;
  declare receipt: Receipt;
  /** which part each page of the file is */
  declare parts: CreationOptional<(string | null)[] | null>;
  declare takenBackAt: CreationOptional<Date | null>;
  declare marking?: NonAttribute<MarkingRow | null>;
  declare brief?: NonAttribute<BriefRow>;
}

/** Another due time of a brief for one student. */
export class ExtensionRow extends Model<
  InferAttributes<ExtensionRow>,
  InferCreationAttributes<ExtensionRow>
> {
  declare briefId: string;
  declare personId: string;
  declare dueAt: Date;
}

/** What markers say of one attempt, and what of it the student has been given. */
export class MarkingRow extends Model<InferAttributes<MarkingRow>, InferCreationAttributes<MarkingRow>> {
  declare attemptId: string;
  declare content: Marking;
  /** who said what last, by the key of what it is */
  declare authors: Record<string, string>;
  /** who said something last */
  declare markedBy: string;
  declare version: number;
  declare given: CreationOptional<Given | null>;
  declare givenVersion: CreationOptional<number | null>;
}

/** A message that was sent, or was to be: the row is there before it goes. */
export class MailRow extends Model<InferAttributes<MailRow>, InferCreationAttributes<MailRow>> {
  declare id: CreationOptional<string>;
  /** who sent it, or whom it is for where Ravlo sent it */
  declare personId: string;
  /** whose markers see it as well */
  declare classId: CreationOptional<string | null>;
  declare key: string;
  declare about: Mail['about'];
  declare messageId: string;
  declare sender: string;
  declare recipient: string;
  declare subject: string;
  declare text: string;
  declare attachments: Mail['attachments'];
  declare state: 'sending' | 'sent' | 'failed';
  declare why: CreationOptional<string | null>;
  /** the stand-in server took it */
  declare isMadeUp: boolean;
  /** what the stand-in received is what was sent, byte for byte */
  declare isSame: CreationOptional<boolean | null>;
  declare createdAt: CreationOptional<Date>;
}

/** The class desk's tables. */
export interface DeskTables {
  readonly deskClasses: typeof DeskClassRow;
  readonly members: typeof MemberRow;
  readonly briefs: typeof BriefRow;
  readonly attempts: typeof AttemptRow;
  readonly extensions: typeof ExtensionRow;
  readonly markings: typeof MarkingRow;
  readonly mails: typeof MailRow;
}

const id = { type: DataTypes.UUID, primaryKey: true, defaultValue: DataTypes.UUIDV4 };
// Sequelize notes in each what it is called: they cannot share one.
const no = () => ({ type: DataTypes.BOOLEAN, defaultValue: false });

/** Binds the class desk's tables to a connection; they are made by migrations. */
export function bindDeskTables(sequelize: Sequelize, people: typeof PersonRow): DeskTables {
  class DeskClasses extends DeskClassRow {}
  class Members extends MemberRow {}
  class Briefs extends BriefRow {}
  class Attempts extends AttemptRow {}
  class Extensions extends ExtensionRow {}
  class Markings extends MarkingRow {}
  class Mails extends MailRow {}
  // Sequelize notes in each what it is called: they cannot share one.
  const words = (defaultValue = '') => ({ type: DataTypes.TEXT, defaultValue });
  DeskClasses.init(
    {
      id,
      name: DataTypes.TEXT,
      marker: DataTypes.TEXT,
      code: DataTypes.STRING(16),
      markerCode: { type: DataTypes.STRING(16), defaultValue: newCode },
      isClosed: no(),
    },
    { sequelize, tableName: 'deskClasses' },
  );
  Members.init(
    {
      classId: { type: DataTypes.UUID, primaryKey: true },
      personId: { type: DataTypes.UUID, primaryKey: true },
      role: { type: DataTypes.TEXT, defaultValue: 'student' },
      calledAs: words(),
    },
    { sequelize, tableName: 'members' },
  );
  Briefs.init(
    {
      id,
      classId: DataTypes.UUID,
      content: DataTypes.JSON,
      publishAt: DataTypes.DATE,
      deletedAt: DataTypes.DATE,
      version: { type: DataTypes.INTEGER, defaultValue: 1 },
      createdAt: DataTypes.DATE,
    },
    { sequelize, tableName: 'briefs' },
  );
  Attempts.init(
    {
      id,
      briefId: DataTypes.UUID,
      personId: DataTypes.UUID,
      key: DataTypes.STRING(64),
      number: DataTypes.INTEGER,
      sha256: DataTypes.STRING(64),
      comment: DataTypes.TEXT,
      packetId: DataTypes.UUID,
      receipt: DataTypes.JSON,
      parts: DataTypes.JSON,
      takenBackAt: DataTypes.DATE,
    },
    { sequelize, tableName: 'attempts' },
  );
  Extensions.init(
    {
      briefId: { type: DataTypes.UUID, primaryKey: true },
      personId: { type: DataTypes.UUID, primaryKey: true },
      dueAt: DataTypes.DATE,
    },
    { sequelize, tableName: 'extensions' },
  );
  Markings.init(
    {
      attemptId: { type: DataTypes.UUID, primaryKey: true },
      content: DataTypes.JSON,
      authors: DataTypes.JSON,
      markedBy: words(),
      version: DataTypes.INTEGER,
      given: DataTypes.JSON,
      givenVersion: DataTypes.INTEGER,
    },
    { sequelize, tableName: 'markings' },
  );
  Mails.init(
    {
      id,
      personId: DataTypes.UUID,
      classId: DataTypes.UUID,
      key: DataTypes.STRING(64),
      about: words(),
      messageId: words(),
      sender: words(),
      recipient: words(),
      subject: words(),
      text: words(),
      attachments: DataTypes.JSON,
      state: words(),
      why: DataTypes.TEXT,
      isMadeUp: no(),
      isSame: DataTypes.BOOLEAN,
      createdAt: DataTypes.DATE,
    },
    { sequelize, tableName: 'mails' },
  );
  Attempts.hasOne(Markings, { as: 'marking', foreignKey: 'attemptId' });
  Attempts.belongsTo(Briefs, { as: 'brief', foreignKey: 'briefId' });
  Members.belongsTo(people, { as: 'person', foreignKey: 'personId' });
  Briefs.belongsTo(DeskClasses, { as: 'deskClass', foreignKey: 'classId' });
  return {
    ...{ deskClasses: DeskClasses, members: Members, briefs: Briefs, attempts: Attempts },
    ...{ extensions: Extensions, markings: Markings, mails: Mails },
  };
}
