/** Every text of the interface in German. */
import type { Catalogue } from '../catalogue'
import { app } from './app'
import { chair } from './chair'
import { consult } from './consult'
import { crown } from './crown'
import { results } from './results'
import { clients } from './clients'
import { salon } from './salon'
import { plans } from './plans'
import { shelf } from './shelf'
import { today } from './today'
import { visits } from './visits'
import { wear } from './wear'

export const de: Catalogue = {
  ...app,
  ...chair,
  ...consult,
  ...crown,
  ...results,
  ...clients,
  ...salon,
  ...plans,
  ...shelf,
  ...today,
  ...visits,
  ...wear,
}
