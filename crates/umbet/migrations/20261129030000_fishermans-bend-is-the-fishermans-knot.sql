-- The bend of two overhands is the fisherman's knot; "fisherman's bend" is what sailors call a hitch to a ring.
update joint set knot = 'fishermans-knot' where knot = 'fishermans-bend';
update attempt set knot = 'fishermans-knot' where knot = 'fishermans-bend';
update setting set knows = replace(knows, '"fishermans-bend"', '"fishermans-knot"');
update joint set situation = replace(situation, '"fishermans-bend"', '"fishermans-knot"');
update rig set draft = replace(draft, '"fishermans-bend"', '"fishermans-knot"');
