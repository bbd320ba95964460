import { z } from 'zod'
import { database } from '../../../db/connect'
import { findTrail } from '../../../db/trail'
import { door, partOf } from '../../../door'

export default door(event => findTrail(database(), partOf(event, 'id', z.uuid())))
