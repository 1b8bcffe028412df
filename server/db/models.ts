import type { Sequelize } from 'sequelize'
import { DataTypes, Model } from 'sequelize'

export class Production extends Model {
  declare id: string
  declare name: string
  declare shots?: ShotRow[]
}

export class ShotRow extends Model {
  declare id: string
  declare productionId: string
  declare name: string
  declare revision: number
  declare incarnation: string
  declare schema: number
  declare status: string | null
  declare createdAt: Date
  declare updatedAt: Date
  declare deletedAt: Date | null
  declare production?: Production
}

export class ShotPiece extends Model {
  declare shotId: string
  declare path: string
  /** The piece of the stored shot at this path, JSON. */
  declare body: string
}

export class JournalRow extends Model {
  declare shotId: string
  declare revision: number
  declare commandId: string
  declare schema: number
  declare command: string
}

export class StrokeRow extends Model {
  declare hash: string
  declare body: string
}

export class ImageRow extends Model {
  declare hash: string
  declare type: string
  /** Null for footage. */
  declare width: number | null
  declare height: number | null
  /** Where its bytes are; those in the database are in `body`. */
  declare place: 'database' | 's3'
  declare body: Buffer | null
}

export class ShotImage extends Model {
  declare shotId: string
  declare hash: string
}

export class ShotStroke extends Model {
  declare shotId: string
  declare hash: string
}

const text = () => ({ type: DataTypes.TEXT, allowNull: false })
const whole = () => ({ type: DataTypes.INTEGER, allowNull: false })

const imageFields = {
  hash: { ...text(), primaryKey: true },
  type: text(),
  width: DataTypes.INTEGER,
  height: DataTypes.INTEGER,
  place: text(),
  body: DataTypes.BLOB,
}

const known = new WeakSet<Sequelize>()

/** The models, set up on a pool once. */
export function models(db: Sequelize) {
  if (!known.has(db)) {
    // Sequelize writes into what it is given, so each attribute gets an object of its own.
    const time = () => ({ type: DataTypes.DATE })
    Production.init({ id: { ...text(), primaryKey: true }, name: text() }, { sequelize: db, tableName: 'productions' })
    ShotRow.init(
      {
        id: { ...text(), primaryKey: true },
        productionId: text(),
        name: text(),
        revision: { ...whole(), defaultValue: 0 },
        incarnation: text(),
        schema: whole(),
        status: { type: DataTypes.TEXT },
        createdAt: time(),
        updatedAt: time(),
        deletedAt: time(),
      },
      { sequelize: db, tableName: 'shots' },
    )
    ShotPiece.init(
      { shotId: { ...text(), primaryKey: true }, path: { ...text(), primaryKey: true }, body: text() },
      { sequelize: db, tableName: 'shot_pieces' },
    )
    JournalRow.init(
      {
        shotId: { ...text(), primaryKey: true },
        revision: { ...whole(), primaryKey: true },
        commandId: text(),
        schema: whole(),
        command: text(),
      },
      { sequelize: db, tableName: 'journal' },
    )
    StrokeRow.init({ hash: { ...text(), primaryKey: true }, body: text() }, { sequelize: db, tableName: 'strokes' })
    ShotStroke.init(
      { shotId: { ...text(), primaryKey: true }, hash: { ...text(), primaryKey: true } },
      { sequelize: db, tableName: 'shot_strokes' },
    )
    ImageRow.init(imageFields, { sequelize: db, tableName: 'images' })
    ShotImage.init(
      { shotId: { ...text(), primaryKey: true }, hash: { ...text(), primaryKey: true } },
      { sequelize: db, tableName: 'shot_images' },
    )
    Production.hasMany(ShotRow, { foreignKey: 'productionId', as: 'shots' })
    ShotRow.belongsTo(Production, { foreignKey: 'productionId', as: 'production' })
    known.add(db)
  }
  return { Production, ShotRow, ShotPiece, JournalRow, StrokeRow, ShotStroke, ImageRow, ShotImage }
}
