import { parseXML, type DAVResultResponse } from 'webdav';
import { XmlBudget } from '../../parsing/xml-budget';

/** The rows of a multistatus (RFC 4918, section 13). */
export async function parseListing(xml: string): Promise<DAVResultResponse[]> {
  new XmlBudget().take(Buffer.from(xml));
  return (await parseXML(xml)).multistatus.response;
}
