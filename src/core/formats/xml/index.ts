/** What other parts of the core may use of reading XML. */
export { childOf, childrenOf, elementsOf, parseElement, textOf, XmlFault, type XmlNode } from './parse';
