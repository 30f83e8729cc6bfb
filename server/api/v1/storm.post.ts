import { answerStormPlain, stormRequest } from '#core/service'

export default answering(stormRequest, ({ scheme }) => answerStormPlain(scheme))
