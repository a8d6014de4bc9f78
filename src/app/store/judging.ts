/** What is fetched once the plan is drawn: the rules that judge it and what it adds up to. */
export { grownOf } from '../../core/effects/outlook.ts';
export { judge } from '../../core/findings/judge.ts';
export { becameOf } from '../../core/account/became.ts';
export { bill } from '../../core/account/bill.ts';
export { orderOf, phaseOrders } from '../../core/account/order-list.ts';
export { quantities } from '../../core/account/quantities.ts';
