import { z } from 'zod'
import { database } from '../../../db/connect'
import { jobsOf } from '../../../db/jobs'
import { door, partOf } from '../../../door'

export default door(event => jobsOf(database(), partOf(event, 'id', z.uuid())))
