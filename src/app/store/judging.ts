/** What is fetched once the plan is drawn: the rules that judge it and what it adds up to. */
export { grownOf } from '../../core/effects/outlook.ts';
export { judge } from '../../core/findings/judge.ts';
export { orderList, orderOf } from '../../core/order/order-list.ts';
export { quantities } from '../../core/order/quantities.ts';
