import {
  DataTypes,
  Model,
  type CreationOptional,
  type InferAttributes,
  type InferCreationAttributes,
  type NonAttribute,
  type Sequelize,
} from 'sequelize';
import type { Found, Margin, MarkPattern, Paper, Photo, Recipe } from '@ravlo/contract';
import { bindDeskTables, type DeskTables } from './deskModels';

export class PersonRow extends Model<InferAttributes<PersonRow>, InferCreationAttributes<PersonRow>> {
  declare id: CreationOptional<string>;
  declare firstName: CreationOptional<string>;
  declare surname: CreationOptional<string>;
  declare studentNumber: CreationOptional<string>;
  declare pattern: CreationOptional<MarkPattern>;
  /** where receipts go; empty where none are wanted */
  declare email: CreationOptional<string>;
  /** in a class here, but not of this household */
  declare isElsewhere: CreationOptional<boolean>;
  declare pinHash: CreationOptional<string | null>;
  /** wrong PINs since the last right one */
  declare pinTries: CreationOptional<number>;
  declare pinWaitUntil: CreationOptional<Date | null>;
  declare createdAt: CreationOptional<Date>;
}

/** A browser in which a person uses Ravlo: known by a secret of which only the hash is kept. */
export class SeatRow extends Model<InferAttributes<SeatRow>, InferCreationAttributes<SeatRow>> {
  declare id: CreationOptional<string>;
  declare personId: string;
  /** the paired device that it is on */
  declare phoneId: CreationOptional<string | null>;
  declare secretHash: string;
  declare seenAt: Date;
}

export class PacketRow extends Model<InferAttributes<PacketRow>, InferCreationAttributes<PacketRow>> {
  declare id: CreationOptional<string>;
  declare ownerId: string;
  declare name: string;
  declare paper: CreationOptional<Paper>;
  declare look: CreationOptional<Recipe['look'] | null>;
  declare margin: CreationOptional<Margin>;
  declare isUpright: CreationOptional<boolean>;
  declare mostBytes: CreationOptional<number | null>;
  declare isSigned: CreationOptional<boolean>;
  /** the brief that it is for */
  declare briefId: CreationOptional<string | null>;
  declare deletedAt: CreationOptional<Date | null>;
  declare createdAt: CreationOptional<Date>;
  declare updatedAt: CreationOptional<Date>;
}

export class PhotoRow extends Model<InferAttributes<PhotoRow>, InferCreationAttributes<PhotoRow>> {
  declare id: CreationOptional<string>;
  declare ownerId: string;
  declare sha256: string;
  declare mime: Photo['mime'];
  declare bytes: number;
  declare width: number;
  declare height: number;
  declare takenAt: CreationOptional<Date | null>;
}

export class PageRow extends Model<InferAttributes<PageRow>, InferCreationAttributes<PageRow>> {
  declare id: CreationOptional<string>;
  declare packetId: string;
  declare photoId: string;
  declare clientKey: string;
  declare photoName: string;
  declare position: number;
  declare batch: CreationOptional<string | null>;
  declare batchIndex: CreationOptional<number | null>;
  declare recipe: Recipe;
  /** what Ravlo found by itself; null before that */
  declare found: CreationOptional<Found | null>;
  declare version: CreationOptional<number>;
  declare deletedAt: CreationOptional<Date | null>;
  declare createdAt: CreationOptional<Date>;
  declare photo?: NonAttribute<PhotoRow>;
  declare packet?: NonAttribute<PacketRow>;
}

/** A device that was paired: known by a secret of which only the hash is kept. */
export class PhoneRow extends Model<InferAttributes<PhoneRow>, InferCreationAttributes<PhoneRow>> {
  declare id: CreationOptional<string>;
  declare ownerId: string;
  declare name: string;
  declare secretHash: string;
  declare seenAt: Date;
  declare createdAt: CreationOptional<Date>;
}

/** A code that pairs one device: known by its hash, good for some minutes. */
export class PairingCodeRow extends Model<
  InferAttributes<PairingCodeRow>,
  InferCreationAttributes<PairingCodeRow>
> {
  declare codeHash: string;
  declare validUntil: Date;
}

const id = { type: DataTypes.UUID, primaryKey: true, defaultValue: DataTypes.UUIDV4 };

/** The tables of one open database. Another connection, in a test or beside it, has classes of its own. */
export interface Tables extends DeskTables {
  readonly people: typeof PersonRow;
  readonly seats: typeof SeatRow;
  readonly packets: typeof PacketRow;
  readonly photos: typeof PhotoRow;
  readonly pages: typeof PageRow;
  readonly phones: typeof PhoneRow;
  readonly pairingCodes: typeof PairingCodeRow;
}

/** Binds the tables to a connection; they are made by migrations. */
export function bindTables(sequelize: Sequelize): Tables {
  class People extends PersonRow {}
  class Seats extends SeatRow {}
  class Packets extends PacketRow {}
  class Photos extends PhotoRow {}
  class Pages extends PageRow {}
  class Phones extends PhoneRow {}
  class PairingCodes extends PairingCodeRow {}
  // Sequelize notes in each what it is called: they cannot share one.
  const words = (defaultValue = '') => ({ type: DataTypes.TEXT, defaultValue });
  const no = () => ({ type: DataTypes.BOOLEAN, defaultValue: false });
  People.init(
    {
      id,
      firstName: words(),
      surname: words(),
      studentNumber: words(),
      pattern: words('waves'),
      email: words(),
      isElsewhere: no(),
      pinHash: DataTypes.TEXT,
      pinTries: { type: DataTypes.INTEGER, defaultValue: 0 },
      pinWaitUntil: DataTypes.DATE,
      createdAt: DataTypes.DATE,
    },
    { sequelize, tableName: 'people' },
  );
  Seats.init(
    {
      id,
      personId: DataTypes.UUID,
      phoneId: DataTypes.UUID,
      secretHash: DataTypes.STRING(64),
      seenAt: DataTypes.DATE,
    },
    { sequelize, tableName: 'seats' },
  );
  Packets.init(
    {
      id,
      ownerId: DataTypes.UUID,
      name: DataTypes.STRING,
      paper: { type: DataTypes.STRING, defaultValue: 'a4' },
      look: DataTypes.STRING,
      margin: { type: DataTypes.STRING, defaultValue: 'none' },
      isUpright: { type: DataTypes.BOOLEAN, defaultValue: false },
      mostBytes: DataTypes.INTEGER,
      isSigned: { type: DataTypes.BOOLEAN, defaultValue: false },
      briefId: DataTypes.UUID,
      deletedAt: DataTypes.DATE,
      createdAt: DataTypes.DATE,
      updatedAt: DataTypes.DATE,
    },
    { sequelize, tableName: 'packets' },
  );
  Photos.init(
    {
      id,
      ownerId: DataTypes.UUID,
      sha256: DataTypes.STRING(64),
      mime: DataTypes.STRING,
      bytes: DataTypes.INTEGER,
      width: DataTypes.INTEGER,
      height: DataTypes.INTEGER,
      takenAt: DataTypes.DATE,
    },
    { sequelize, tableName: 'photos' },
  );
  Pages.init(
    {
      id,
      packetId: DataTypes.UUID,
      photoId: DataTypes.UUID,
      clientKey: DataTypes.STRING,
      photoName: DataTypes.STRING,
      position: DataTypes.INTEGER,
      batch: DataTypes.STRING,
      batchIndex: DataTypes.INTEGER,
      recipe: DataTypes.JSON,
      found: DataTypes.JSON,
      version: { type: DataTypes.INTEGER, defaultValue: 1 },
      deletedAt: DataTypes.DATE,
      createdAt: DataTypes.DATE,
    },
    { sequelize, tableName: 'pages' },
  );
  Phones.init(
    {
      id,
      ownerId: DataTypes.UUID,
      name: DataTypes.STRING,
      secretHash: DataTypes.STRING(64),
      seenAt: DataTypes.DATE,
      createdAt: DataTypes.DATE,
    },
    { sequelize, tableName: 'phones' },
  );
  PairingCodes.init(
    { codeHash: { type: DataTypes.STRING(64), primaryKey: true }, validUntil: DataTypes.DATE },
    { sequelize, tableName: 'pairingCodes' },
  );
  Pages.belongsTo(Photos, { as: 'photo', foreignKey: 'photoId' });
  Pages.belongsTo(Packets, { as: 'packet', foreignKey: 'packetId' });
  return {
    ...{ people: People, seats: Seats, packets: Packets, photos: Photos, pages: Pages, phones: Phones },
    pairingCodes: PairingCodes,
    ...bindDeskTables(sequelize, People),
  };
}
