import { catalogue } from '../catalogue';

export const xmpText = catalogue({
  xpacketBeginIdW5m0mpcehihzreszntczkc9dXpacket: '<?xpacket begin="﻿" id="W5M0MpCehiHzreSzNTczkc9d"?>\n{tree}<?xpacket end="w"?>\n',
});
