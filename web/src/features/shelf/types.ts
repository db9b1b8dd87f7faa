import type { Schemas } from '@/lib/http'

export type Unit = Schemas['UnitOut']
export type Tray = Schemas['TrayOut']
export type Child = Schemas['ChildOut']
export type Placement = Schemas['PlacementOut']
export type Finding = Schemas['FindingOut']
export type Action = Schemas['ActionOut']
export type Spot = Schemas['SpotOut']
export type Shelf = Schemas['ShelfOut']
